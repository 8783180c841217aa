import type { PaceName } from './paces.ts';
import type { Stage } from './stage.ts';

/** The stage from which each movement is asked. Common practice. */
export const LEARNED_FROM = {
  'leg-yield': 2,
  'simple-change': 3,
  'shoulder-fore': 3,
  'shoulder-in': 4,
  travers: 4,
  'rein-back': 4,
  renvers: 5,
  'turn-on-haunches': 5,
  'half-pass': 5,
  'walk-pirouette': 6,
  'half-steps': 6,
  'working-pirouette': 6,
  zigzag: 7,
  'canter-pirouette': 7,
} as const satisfies Readonly<Record<string, Stage>>;

/** A movement that a horse learns in the course of its stages. */
export type Learned = keyof typeof LEARNED_FROM;

/** The stage from which the bigger paces of trot and canter are asked. Common practice. */
export const PACE_FROM: Readonly<Partial<Record<PaceName, Stage>>> = { medium: 4, extended: 6 };

/** From this stage on a horse canters every day. Common practice. */
export const CANTERS_FROM: Stage = 2;

/** Canter in the ridden time between the first and the last walk, at least. Common practice. */
export const leastCanterShare = (stage: Stage): number =>
  stage >= 3 ? 0.2 : stage === 2 ? 0.1 : 0;

/** And at most. Common practice. */
export const mostCanterShare = (stage: Stage): number =>
  stage >= 3 ? 0.35 : stage === 2 ? 0.2 : 0.1;

/** What a stage of training allows. The whole table is common practice, and the instructor's to change. */
export interface StageLimits {
  readonly words: string;
  /** Smallest circle, diameter in metres. */
  readonly smallestCircleM: Readonly<Record<'walk' | 'trot' | 'canter', number>>;
  /** Steepest line off the long side in lateral work, null when none yet. */
  readonly steepestDeg: number | null;
  /** Longest bout of collected work, null when none yet. */
  readonly collectedBoutS: number | null;
  /** Longest time between walk breaks. */
  readonly breakEveryMin: number;
  /** Fewest strides between flying changes: null when none yet, Infinity for single ones only. */
  readonly changesApart: number | null;
  /** Smallest circle in counter-canter, metres; null when none yet. */
  readonly counterCanterM: number | null;
}

const limits = (
  words: string,
  [walk, trot, canter]: [number, number, number],
  steepestDeg: number | null,
  collectedBoutS: number | null,
  breakEveryMin: number,
  changesApart: number | null,
  counterCanterM: number | null,
): StageLimits => ({
  words,
  smallestCircleM: { walk, trot, canter },
  steepestDeg,
  collectedBoutS,
  breakEveryMin,
  changesApart,
  counterCanterM,
});

/** A loop of 5 m has a radius of some 30 m: the first counter-canter. */
const LOOP_M = 50;

export const STAGES: Readonly<Record<Stage, StageLimits>> = {
  1: limits('just started', [10, 20, 20], null, null, 6, null, null),
  2: limits('balanced on a large circle', [10, 15, 20], 12, null, 8, null, null),
  3: limits('connected', [8, 10, 15], 16, 10, 10, null, LOOP_M),
  4: limits('lateral work', [6, 10, 12], 20, 20, 10, null, 20),
  5: limits('collection begins', [6, 8, 10], 23, 30, 12, Infinity, 20),
  6: limits('established collection', [6, 8, 10], 27, 45, 12, 4, 15),
  7: limits('small turns in canter', [6, 6, 8], 30, 60, 15, 3, 10),
  8: limits('all of it', [6, 6, 6], 35, 60, 15, 1, 6),
};
