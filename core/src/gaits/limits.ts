import { LIMITS, type Own } from './limitTable.ts';
import { STAGE_NUMBERS, type Stage } from './stage.ts';

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
