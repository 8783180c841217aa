import type { Rein } from '../arena/rein.ts';
import type { Scale } from '../scales.ts';
import {
  filterLevel,
  laterLevel,
  type Level,
  type LevelModel,
  type Reading,
} from '../stats/localLevel.ts';
import { normalCdf, Z90 } from '../stats/normal.ts';
import { clamp } from '../units.ts';
import { developmentOf } from './development.ts';
import { MARK_MODEL, marksOf, toReading, type DatedMark } from './standing.ts';

/**
 * Where a scale will be: the level of today, carried on with the horse's own trend, which fades.
 *
 *   x(h) = L + β·g(h) + W(h),  g(h) = D·(1 − e^(−h/D)),  W(h) ~ N(0, q·h)
 *
 * L is the level of the filter, β the slope of the last twelve weeks drawn towards none, W the walk of the
 * local-level model, whose pace q is this horse's own ({@link wanderOf}). All are normal and taken as independent,
 * so mean and variance add up exactly.
 * Source: damped trend, Gardner and McKenzie 1985; local level, Durbin and Koopman ch. 2 (both from memory).
 */

/** Scatter of a trend before anything was seen: most horses move less than half a point in four weeks. Common practice. */
const TREND_SD_A_DAY = 0.4 / 28;
/** A trend fades: after so many days a third of it is left. Common practice. */
const FADES_DAYS = 56;
/** Longer ago than this the last reading says too little of what is to come. Common practice. */
const STALE_DAYS = 28;
/** Beyond half a year nobody knows. Common practice. */
export const FARTHEST_DAYS = 182;

export interface Forecast {
  readonly day: number;
  /** Of the level itself, not of one mark on one day. */
  readonly mean: number;
  readonly sd: number;
}

/** Why there is none. */
export type NoForecast = 'too little seen' | 'not seen lately' | 'too far ahead';

/** The days to come, or why nothing can be said of them. */
export interface Ahead {
  readonly why: NoForecast | null;
  /** The noise of this horse's readings, as a share of what is usually reckoned with (variances). */
  readonly noise: number;
  at(day: number): Forecast | null;
}

const nothing = (why: NoForecast): Ahead => ({ why, noise: 1, at: () => null });

export function aheadOf(
  marks: readonly DatedMark[],
  scale: Scale,
  rein: Rein,
  today: number,
): Ahead {
  const own = marksOf(marks, scale, rein).filter((m) => m.day <= today);
  const { trend } = developmentOf(own, scale, rein, today);
  const last = own.at(-1);
  if (!last || !trend || own.length < LEAST_READINGS) return nothing('too little seen');
  if (today - last.day > STALE_DAYS) return nothing('not seen lately');
  const { model, noise } = wanderOf(own);
  const level = laterLevel(
    filterLevel(readingsOf(own, noise), model).at(-1)!,
    today - last.day,
    model,
  );
  const perDay = (perMonth: number) => perMonth / 28;
  const slope = drawnIn(perDay(trend.perMonth), perDay(trend.high - trend.low) / (2 * Z90));
  return {
    why: null,
    noise,
    at(day) {
      const h = day - today;
      return h < 0 || h > FARTHEST_DAYS ? null : { day, ...carriedOn(level, slope, h, model) };
    },
  };
}

const readingsOf = (marks: readonly DatedMark[], noise: number) =>
  marks.map(toReading).map((r) => ({ ...r, variance: r.variance * noise }));

/** Shares of the usual walk that are tried: a horse may wander much less, and be read more or less surely. */
const SLOWER = [1, 1 / 2, 1 / 4, 1 / 8, 1 / 16, 1 / 32, 1 / 64, 1 / 128];
const NOISE = [0.5, 0.7, 1, 1.4];
/** How far from the usual either may be, in powers of e. Common practice. */
const SLOWER_SD = 1.5;
const NOISE_SD = 0.4;
/** Readings beyond these say nothing new of how it wanders. */
const MOST_READINGS = 250;

/**
 * How fast this horse's level wanders, and how noisy its readings are: of a grid, what makes its own readings most
 * likely, with what is usual as prior (log-normal). The likelihood is that of the one-step errors of the filter.
 * Source: prediction error decomposition, Durbin and Koopman ch. 2 and 7 (from memory).
 */
export function wanderOf(marks: readonly DatedMark[]): { model: LevelModel; noise: number } {
  const recent = marks.slice(-MOST_READINGS);
  let best = { model: MARK_MODEL as LevelModel, noise: 1, likelihood: -Infinity };
  for (const noise of NOISE) {
    const readings = readingsOf(recent, noise);
    for (const slower of SLOWER) {
      const model = { ...MARK_MODEL, driftPerDay: MARK_MODEL.driftPerDay * slower };
      const prior = -((Math.log(slower) / SLOWER_SD) ** 2 + (Math.log(noise) / NOISE_SD) ** 2) / 2;
      const likelihood = prior + logLikelihood(readings, model);
      if (likelihood > best.likelihood) best = { model, noise, likelihood };
    }
  }
  return { model: best.model, noise: best.noise };
}

function logLikelihood(readings: readonly Reading[], model: LevelModel): number {
  const levels = filterLevel(readings, model);
  let sum = 0;
  for (const [i, reading] of readings.entries()) {
    const before = levels[i - 1];
    const last = readings[i - 1];
    const ahead =
      before && last ? laterLevel(before, reading.atDays - last.atDays, model) : model.prior;
    const variance = ahead.variance + reading.variance;
    sum -= (Math.log(variance) + (reading.value - ahead.mean) ** 2 / variance) / 2;
  }
  return sum;
}

const LEAST_READINGS = 8;

/** A slope seen with an error, drawn towards none as far as it may be chance (normal prior, normal error). */
export function drawnIn(slope: number, sd: number): Level {
  const prior = TREND_SD_A_DAY ** 2;
  const share = prior / (prior + sd * sd);
  return { mean: share * slope, variance: prior * (1 - share) };
}

/** How far a trend of one a day has come after so many days. */
export const faded = (days: number): number => FADES_DAYS * (1 - Math.exp(-days / FADES_DAYS));

/** Level and slope after so many days. */
export function carriedOn(
  level: Level,
  slope: Level,
  days: number,
  { driftPerDay }: Pick<LevelModel, 'driftPerDay'> = MARK_MODEL,
): { mean: number; sd: number } {
  const g = faded(days);
  const variance = level.variance + slope.variance * g * g + driftPerDay * days;
  return { mean: level.mean + slope.mean * g, sd: Math.sqrt(variance) };
}

/** Bands that hold the level so often. Points of the normal law. */
export const BANDS = [
  { share: 0.5, z: 0.6745 },
  { share: 0.8, z: 1.2816 },
  { share: 0.95, z: 1.96 },
] as const;

/** A band of a forecast, within the marks there are. */
export const bandOf = (
  { mean, sd }: Pick<Forecast, 'mean' | 'sd'>,
  z: number,
): { low: number; high: number } => ({
  low: clamp(mean - z * sd, 0, 10),
  high: clamp(mean + z * sd, 0, 10),
});

/** The probability that the level is there by then. */
export const chanceOf = ({ mean, sd }: Pick<Forecast, 'mean' | 'sd'>, level: number): number =>
  1 - normalCdf((level - mean) / sd);
