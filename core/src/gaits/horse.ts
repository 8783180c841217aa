import type { MovingGait, PaceName, Stride } from './paces.ts';
import { ownTable, type Measurement } from './measured.ts';
import { holding, type Restriction } from './restriction.ts';
import type { Stage } from './stage.ts';
import { STAGE_LIMITS, type StageLimits } from './limits.ts';
import { scaledTable, type StrideTable } from './strideTable.ts';

export type { Stage };

/** A horse as the ride has to know it. */
export interface HorseProfile {
  readonly name: string;
  readonly heightCm: number;
  readonly stage: Stage;
  readonly hollowSide: 'left' | 'right' | null;
  /** The instructor's own limits, instead of the stage's. */
  readonly limits?: Partial<StageLimits>;
  /** Dated limits that hold on the day it is ridden. */
  readonly restrictions?: readonly Restriction[];
  /** Years. */
  readonly age?: number;
  readonly fitness?: 'unfit' | 'fit';
  /** Known distances it was ridden over; what is not measured is scaled by height. */
  readonly measured?: readonly Measurement[];
}

/** The horse of a lesson that names none: the one the default stride table was measured on. */
export const ANY_HORSE: HorseProfile = {
  name: 'any horse',
  heightCm: 165,
  stage: 4,
  hollowSide: null,
};

const YOUNG_YEARS = 4;

/** The limits of a horse: those of its stage, unless the instructor has set others, tightened by dated ones. */
export function limitsOf(horse: HorseProfile): StageLimits {
  const limits = lastingLimitsOf(horse);
  const leastM = Math.max(0, ...holding(horse.restrictions, 'circle').map((r) => r.leastM));
  if (leastM === 0) return limits;
  const least = { walk: leastM, trot: leastM, canter: leastM };
  return { ...limits, smallestCircleM: larger(limits.smallestCircleM, least) };
}

type Circles = StageLimits['smallestCircleM'];

const larger = (a: Circles, b: Circles): Circles => ({
  walk: Math.max(a.walk, b.walk),
  trot: Math.max(a.trot, b.trot),
  canter: Math.max(a.canter, b.canter),
});

function lastingLimitsOf({ stage, age, limits }: HorseProfile): StageLimits {
  const own = STAGE_LIMITS[stage];
  if (age === undefined || age > YOUNG_YEARS) return { ...own, ...limits };
  // A young horse keeps the large circles and the early breaks of stage 2, whatever it has learned.
  const young = STAGE_LIMITS[Math.min(stage, 2) as Stage];
  const { smallestCircleM: small, breakEveryMin } = young;
  return {
    ...own,
    smallestCircleM: larger(own.smallestCircleM, small),
    breakEveryMin: Math.min(own.breakEveryMin, breakEveryMin),
    ...limits,
  };
}

/** Young or green: more straight lines, fewer and larger turns. Common practice. */
export const isGreen = ({ stage, age }: HorseProfile): boolean =>
  stage <= 2 || (age !== undefined && age <= YOUNG_YEARS);

const tables = new WeakMap<HorseProfile, StrideTable>();

function tableOf(horse: HorseProfile): StrideTable {
  const known = tables.get(horse);
  if (known) return known;
  const scaled = scaledTable(horse.heightCm);
  const table = horse.measured?.length ? ownTable(scaled, horse.measured) : scaled;
  tables.set(horse, table);
  return table;
}

/** @throws RangeError when the gait has no such pace; the document's schema never lets one through */
export function horseStride(horse: HorseProfile, gait: MovingGait, pace: PaceName): Stride {
  const stride = tableOf(horse)[gait][pace];
  if (!stride) throw new RangeError(`horseStride: there is no ${pace} ${gait}`);
  return stride;
}

/**
 * Corner radius in metres: 3 in walk, collected and working paces, 5 in medium and extended ones;
 * 5 for stages 1–2. Source: international dressage rules (from memory); the stages: common practice.
 */
export function cornerRadiusM(horse: HorseProfile, gait: MovingGait, pace: PaceName): number {
  if (horse.stage <= 2) return 5;
  const wide =
    gait !== 'walk' && (pace === 'medium' || pace === 'extended' || pace === 'lengthened');
  return wide ? 5 : 3;
}

/** An unfit horse has its break earlier. Common practice. */
const UNFIT_SHARE = 0.75;

/** Seconds of work after which this horse is due a walk break. */
export const breakEveryS = (horse: HorseProfile): number =>
  limitsOf(horse).breakEveryMin * 60 * (horse.fitness === 'unfit' ? UNFIT_SHARE : 1);
