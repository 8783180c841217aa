import { REINS, type Rein } from '../arena/rein.ts';
import { SCALES, type Scale } from '../scales.ts';
import {
  filterLevel,
  laterLevel,
  type Level,
  type LevelModel,
  type Reading,
} from '../stats/localLevel.ts';

/** The reading of a day on one scale and rein: a mark, or marks and measures pooled. Days count from any fixed day. */
export interface DatedMark {
  readonly scale: Scale;
  readonly rein: Rein;
  readonly day: number;
  readonly value: number;
  /** That of a single mark when missing. */
  readonly variance?: number;
}

/** Where a horse stands on one scale and rein. */
export interface Standing {
  readonly mean: number;
  /** Standard deviation of the estimate. */
  readonly sd: number;
  readonly marks: number;
  /** The mean four weeks ago, when there was evidence then. */
  readonly monthAgo: number | null;
}

export type Standings = Readonly<Record<Scale, Readonly<Record<Rein, Standing | null>>>>;

/**
 * An instructor's mark scatters by about three quarters of a point about the level, and a level moves
 * by about a point in eight weeks (1 / 56 days). Common practice, to be fitted once there are data.
 */
export const MARK_MODEL: LevelModel & { readonly markVariance: number } = {
  prior: { mean: 5, variance: 9 },
  driftPerDay: 1 / 56,
  markVariance: 0.75 ** 2,
};

export const NOTCH_DAYS = 28;

export const toReading = ({ day, value, variance }: DatedMark): Reading => ({
  atDays: day,
  value,
  variance: variance ?? MARK_MODEL.markVariance,
});

/** The level at a day from the marks up to it, or null without any. */
export function levelAt(marks: readonly DatedMark[], day: number): Level | null {
  const known = marks.filter((m) => m.day <= day);
  const last = known.at(-1);
  if (!last) return null;
  return laterLevel(
    filterLevel(known.map(toReading), MARK_MODEL).at(-1)!,
    day - last.day,
    MARK_MODEL,
  );
}

export const marksOf = (marks: readonly DatedMark[], scale: Scale, rein: Rein): DatedMark[] =>
  marks.filter((m) => m.scale === scale && m.rein === rein).sort((a, b) => a.day - b.day);

function standingOf(marks: readonly DatedMark[], today: number): Standing | null {
  const level = levelAt(marks, today);
  if (!level) return null;
  return {
    mean: level.mean,
    sd: Math.sqrt(level.variance),
    marks: marks.length,
    monthAgo: levelAt(marks, today - NOTCH_DAYS)?.mean ?? null,
  };
}

export function standingsOf(marks: readonly DatedMark[], today: number): Standings {
  return Object.fromEntries(
    SCALES.map((scale) => [
      scale,
      {
        left: standingOf(marksOf(marks, scale, 'left'), today),
        right: standingOf(marksOf(marks, scale, 'right'), today),
      },
    ]),
  ) as unknown as Standings;
}

/** A level from which a scale counts as confirmed: "satisfactory". Common practice. */
export const CONFIRMED_FROM = 6;

/** The first scale and rein, in the order of the scales, that is not yet confirmed; null when all are or nothing is known. */
export function firstUnconfirmed(
  standings: Standings,
): { scale: Scale; rein: Rein; mean: number } | null {
  for (const scale of SCALES) {
    const known = REINS.map((rein) => ({ scale, rein, mean: standings[scale][rein]?.mean ?? NaN }))
      .filter((s) => s.mean < CONFIRMED_FROM)
      .sort((a, b) => a.mean - b.mean);
    if (known[0]) return known[0];
  }
  return null;
}
