import { REIN_BACK, scaledStride } from '../gaits/strideTable.ts';
import { act, type Stand } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';
import { offset } from '../geometry/curve.ts';
import type { Leg } from '../geometry/leg.ts';
import { line } from '../geometry/line.ts';

/** The way of some steps back from where the horse stands; the body keeps its direction. */
export function stepsBack({ at, headingRad, horse }: Stand, steps: number) {
  const metres = (steps / 2) * scaledStride(REIN_BACK, horse.heightCm).lengthM;
  const to = offset(at, headingRad, -metres);
  const legs: Leg[] = [{ curve: line(at, to, headingRad + Math.PI), backwards: true }];
  return { metres, legs, headingAfterRad: headingRad };
}

/** Backwards in diagonal pairs; counted in steps, two to a stride. */
export const reinBack = act({
  kind: 'rein-back',
  pattern: pattern('rein back {steps:strides}'),
  atRail: true,
  rests: 'halt',
  plan(stand, { steps }) {
    const { metres, ...back } = stepsBack(stand, steps);
    return {
      ...back,
      changes: [
        { afterM: 0, patch: (r) => ({ ...r, gait: 'rein-back' }) },
        { afterM: metres, patch: (r) => ({ ...r, gait: 'halt' }) },
      ],
    };
  },
});
