import type { Gait } from '../gaits/paces.ts';

/**
 * Shares of a stride that are drawn and left blank in turn, from the footfalls: walk four short
 * marks, trot two, canter three and a gap for the suspension. They add up to one stride, so strides
 * can be counted on the paper.
 */
const MARKS: Readonly<Record<Gait, readonly number[]>> = {
  walk: [0.13, 0.12, 0.13, 0.12, 0.13, 0.12, 0.13, 0.12],
  trot: [0.36, 0.14, 0.36, 0.14],
  canter: [0.2, 0.09, 0.2, 0.09, 0.2, 0.22],
  'rein-back': [0.2, 0.3, 0.2, 0.3],
  halt: [1],
  // Led: fine dots, as nobody rides it.
  'in-hand': [0.06, 0.19, 0.06, 0.19, 0.06, 0.19, 0.06, 0.19],
};

/** The dash pattern, in metres, of one stride. */
export function beatMarksM(gait: Gait, strideM: number): number[] {
  return MARKS[gait].map((share) => share * strideM);
}
