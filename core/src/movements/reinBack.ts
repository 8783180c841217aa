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
  learnedFrom: 4,
  shows: { contact: 2, collection: 2 },
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
  examples: [{ line: 'B halt, rein back 4, proceed trot working', metres: 2.4 }],
  palette: [{ group: 'Halts', name: 'halt and rein back', says: '{a} halt 4 s, rein back 4' }],
  help: [
    {
      section: 'Paces and halts',
      line: 'B halt, rein back 4, proceed trot working',
      says: 'Steps back, and on at once.',
    },
  ],
});
