import { REIN_BACK, scaledStride } from '../gaits/strideTable.ts';
import { act } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';
import { offset } from '../geometry/curve.ts';
import { line } from '../geometry/line.ts';

/** Backwards in diagonal pairs; counted in steps, two to a stride. */
export const reinBack = act<{ steps: number }>({
  kind: 'rein-back',
  pattern: pattern('rein back {steps:strides}'),
  atRail: true,
  rests: 'halt',
  plan(stand, { steps }) {
    const metres = (steps / 2) * scaledStride(REIN_BACK, stand.horse.heightCm).lengthM;
    const to = offset(stand.at, stand.headingRad, -metres);
    return {
      legs: [{ curve: line(stand.at, to, stand.headingRad + Math.PI), backwards: true }],
      changes: [
        { afterM: 0, patch: (r) => ({ ...r, gait: 'rein-back' }) },
        { afterM: metres, patch: (r) => ({ ...r, gait: 'halt' }) },
      ],
      headingAfterRad: stand.headingRad,
    };
  },
});
