import { dayOf, daysLater } from '../progress/days.ts';
import { REINS, type Rein } from '../arena/rein.ts';
import type { Scale } from '../scales.ts';
import type { HorseFile } from '../planner/request.ts';
import { aheadOf, carriedOn, chanceOf, drawnIn, FARTHEST_DAYS } from '../progress/forecast.ts';
import { MARK_MODEL, type DatedMark } from '../progress/standing.ts';
import { SCALES } from '../scales.ts';
import { MOST_WEEKS, type ProgrammeWishes } from './request.ts';

/** Where each scale is to be expected at the end of each week, and the chance that it is there. */

type Expected = { readonly mean: number; readonly sd: number } | null;

/** The forecast of a horse of the book for every week from a Monday, made from all its readings. */
export function aheadByWeek(
  readings: readonly DatedMark[],
  today: string,
  monday: string,
  weeks: number,
): NonNullable<ProgrammeWishes['ahead']> {
  return Object.fromEntries(
    SCALES.map((scale) => [
      scale,
      Object.fromEntries(
        REINS.map((rein) => {
          const ahead = aheadOf(readings, scale, rein, dayOf(today));
          const at = (w: number) => ahead.at(Math.max(dayOf(today), dayOf(monday) + 7 * w + 6));
          return [
            rein,
            Array.from({ length: weeks }, (_, w): Expected => {
              const there = at(w);
              return there && { mean: there.mean, sd: there.sd };
            }),
          ];
        }),
      ),
    ]),
  ) as NonNullable<ProgrammeWishes['ahead']>;
}

export interface Chance {
  readonly scale: Scale;
  readonly least: number;
  readonly left: Expected;
  readonly right: Expected;
  /** That the weaker rein is there, for both rise and fall together; null where nobody can know. */
  readonly chance: number | null;
}

export interface AheadOf {
  at(scale: Scale, rein: Rein, week: number): Expected;
  chance(scale: Scale, least: number, week: number): Chance;
  /** The level that both reins reach as likely as not; in tenths, null where nobody can know. */
  likelyLevel(scale: Scale, week: number): number | null;
  /** The first Sunday after a week on which both reins are likelier there than not, within half a year. */
  likelyAfter(scale: Scale, least: number, week: number): string | null;
}

const LIKELY = 0.5;
/** No trend is known from a level alone, and a horse is taken to wander as most do of which more is known. */
const NO_TREND = drawnIn(0, Number.MAX_VALUE);
const USUAL_PACE = { driftPerDay: MARK_MODEL.driftPerDay / 8 };

export function aheadOfAll(
  horse: HorseFile,
  given: ProgrammeWishes['ahead'],
  mondays: readonly string[],
  today: string,
): AheadOf {
  const fromLevel = (scale: Scale, rein: Rein, days: number): Expected => {
    const level = horse.levels[scale]?.[rein];
    if (!level || days > FARTHEST_DAYS) return null;
    return carriedOn({ mean: level.mean, variance: level.sd ** 2 }, NO_TREND, days, USUAL_PACE);
  };
  const sundayOf = (week: number) => daysLater(mondays[0]!, 7 * week + 6);
  const daysTo = (week: number) => Math.max(0, dayOf(sundayOf(week)) - dayOf(today));
  const at = (scale: Scale, rein: Rein, week: number): Expected =>
    given ? (given[scale]?.[rein][week] ?? null) : fromLevel(scale, rein, daysTo(week));
  const both = (left: Expected, right: Expected, least: number): number | null =>
    left && right ? Math.min(chanceOf(left, least), chanceOf(right, least)) : null;
  return {
    at,
    chance(scale, least, week) {
      const [left, right] = [at(scale, 'left', week), at(scale, 'right', week)];
      return { scale, least, left, right, chance: both(left, right, least) };
    },
    likelyLevel(scale, week) {
      const [left, right] = [at(scale, 'left', week), at(scale, 'right', week)];
      if (!left || !right) return null;
      for (let tenths = 100; tenths > 0; tenths--) {
        if (both(left, right, tenths / 10)! >= LIKELY) return tenths / 10;
      }
      return 0;
    },
    likelyAfter(scale, least, after) {
      for (let week = after + 1; week < MOST_WEEKS; week++) {
        const chance = both(at(scale, 'left', week), at(scale, 'right', week), least);
        if (chance !== null && chance >= LIKELY) return sundayOf(week);
      }
      return null;
    },
  };
}
