import { STAGE_NUMBERS, type Stage } from './stage.ts';

/** What a stage of training allows, a limit an entry. All of it is common practice, and the instructor's to change. */

/** A limit the instructor may set otherwise for one horse. */
interface Own {
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

type Limits = typeof LIMITS;

/** Smallest circle in each gait, diameter in metres; each may be set otherwise for one horse. */
const SMALLEST_CIRCLE_M: Readonly<Record<Stage, StageLimits['smallestCircleM']>> = {
  1: { walk: 10, trot: 20, canter: 20 },
  2: { walk: 10, trot: 15, canter: 20 },
  3: { walk: 8, trot: 10, canter: 15 },
  4: { walk: 6, trot: 10, canter: 12 },
  5: { walk: 6, trot: 8, canter: 10 },
  6: { walk: 6, trot: 8, canter: 10 },
  7: { walk: 6, trot: 6, canter: 8 },
  8: { walk: 6, trot: 6, canter: 6 },
};

/** Metres a limit of circles may be. */
export const CIRCLE_RANGE = { least: 4, most: 40 } as const;

export type StageLimits = {
  readonly smallestCircleM: Readonly<Record<'walk' | 'trot' | 'canter', number>>;
} & {
  readonly [K in keyof Limits]: null extends Limits[K]['stages'][Stage] ? number | null : number;
};

export const STAGE_LIMITS = Object.fromEntries(
  STAGE_NUMBERS.map((stage) => [
    stage,
    {
      smallestCircleM: SMALLEST_CIRCLE_M[stage],
      ...Object.fromEntries(
        Object.entries(LIMITS).map(([name, { stages }]) => [name, stages[stage]]),
      ),
    },
  ]),
) as unknown as Readonly<Record<Stage, StageLimits>>;

/** A limit that can be a horse's own, beside its circles. */
export type OwnLimit = {
  [K in keyof Limits]: Limits[K] extends { own: Own } ? K : never;
}[keyof Limits];

/** In the order of their fields. */
export const OWN_LIMITS = (Object.keys(LIMITS) as (keyof Limits)[]).filter(
  (name): name is OwnLimit => 'own' in LIMITS[name],
);

/** Those of a horse's own limits that are numbers. */
export const ownLimits = (limits: Partial<StageLimits>): Partial<Record<OwnLimit, number>> =>
  Object.fromEntries(
    OWN_LIMITS.flatMap((name) =>
      typeof limits[name] === 'number' ? [[name, limits[name]] as const] : [],
    ),
  );
