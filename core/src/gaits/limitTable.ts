import type { Stage } from './stage.ts';

/** The limits of each stage of training, one an entry. All of it is common practice, and the instructor's to change. */

/** A limit the instructor may set otherwise for one horse. */
export interface Own {
  /** Over its field. */
  readonly label: string;
  readonly least: number;
  readonly most: number;
}

interface Limit {
  /** Null: none of it yet. */
  readonly stages: Readonly<Record<Stage, number | null>>;
  readonly own?: Own;
}

/** A loop of 5 m has a radius of some 30 m: the first counter-canter. */
const LOOP_M = 50;

export const LIMITS = {
  /** Longest time between walk breaks. */
  breakEveryMin: {
    stages: { 1: 6, 2: 8, 3: 10, 4: 10, 5: 12, 6: 12, 7: 15, 8: 15 },
    own: { label: 'Longest without a walk break, min', least: 2, most: 30 },
  },
  /** Longest bout of collected work. */
  collectedBoutS: {
    stages: { 1: null, 2: null, 3: 10, 4: 20, 5: 30, 6: 45, 7: 60, 8: 60 },
    own: { label: 'Longest spell of collection, s', least: 0, most: 300 },
  },
  /** Steepest line off the long side in lateral work. */
  steepestDeg: {
    stages: { 1: null, 2: 12, 3: 16, 4: 20, 5: 23, 6: 27, 7: 30, 8: 35 },
    own: { label: 'Steepest sideways line, degrees', least: 5, most: 45 },
  },
  /** Fewest strides between flying changes; Infinity for single ones only. */
  changesApart: { stages: { 1: null, 2: null, 3: null, 4: null, 5: Infinity, 6: 4, 7: 3, 8: 1 } },
  /** Smallest circle in counter-canter, metres. */
  counterCanterM: {
    stages: { 1: null, 2: null, 3: LOOP_M, 4: 20, 5: 20, 6: 15, 7: 10, 8: 6 },
  },
} as const satisfies Readonly<Record<string, Limit>>;
