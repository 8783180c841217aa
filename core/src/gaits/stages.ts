import type { Stage } from './horse.ts';

/** What a stage of training allows. The whole table is common practice, and the instructor's to change. */
export interface StageLimits {
  readonly words: string;
  /** Smallest circle, diameter in metres. */
  readonly smallestCircleM: Readonly<Record<'walk' | 'trot' | 'canter', number>>;
  /** Longest time between walk breaks. */
  readonly breakEveryMin: number;
  /** Longest bout of collected work, null when none yet. */
  readonly collectedBoutS: number | null;
  /** Steepest line off the long side in lateral work, null when none yet. */
  readonly steepestDeg: number | null;
}

const limits = (
  words: string,
  [walk, trot, canter]: [number, number, number],
  steepestDeg: number | null,
  collectedBoutS: number | null,
  breakEveryMin: number,
): StageLimits => ({
  words,
  smallestCircleM: { walk, trot, canter },
  steepestDeg,
  collectedBoutS,
  breakEveryMin,
});

export const STAGES: Readonly<Record<Stage, StageLimits>> = {
  1: limits('just started', [10, 20, 20], null, null, 6),
  2: limits('balanced on a large circle', [10, 15, 20], 12, null, 8),
  3: limits('connected', [8, 10, 15], 16, 10, 10),
  4: limits('lateral work', [6, 10, 12], 20, 20, 10),
  5: limits('collection begins', [6, 8, 10], 23, 30, 12),
  6: limits('established collection', [6, 8, 10], 27, 45, 12),
  7: limits('small turns in canter', [6, 6, 8], 30, 60, 15),
  8: limits('all of it', [6, 6, 6], 35, 60, 15),
};
