import { REINS, type Rein } from '../arena/rein.ts';
import type { Scale } from '../scales.ts';
import { changePoints } from '../stats/changePoints.ts';
import { smoothLevel, type Level } from '../stats/localLevel.ts';
import { Z90 } from '../stats/normal.ts';
import { theilSen } from '../stats/theilSen.ts';
import { levelAt, MARK_MODEL, marksOf, toReading, type DatedMark } from './standing.ts';

/** How a scale has gone on one rein, as far as the data carry it. */
export type Verdict =
  'not enough seen' | 'improving' | 'steady' | 'slipping' | 'set back' | 'recovering';

export interface Trend {
  /** Points in four weeks, with the interval that holds it nine times in ten. */
  readonly perMonth: number;
  readonly low: number;
  readonly high: number;
}

export interface Turn {
  readonly day: number;
  /** Points up or down. */
  readonly by: number;
}

export interface Development {
  readonly scale: Scale;
  readonly rein: Rein;
  readonly verdict: Verdict;
  readonly trend: Trend | null;
  /** Days on which the level changed at once, in order. */
  readonly turns: readonly Turn[];
  /** Of the window looked at. */
  readonly sessions: number;
}

export const WINDOW_DAYS = 84;
/** Fewer sessions in the window carry no verdict. */
const LEAST_SESSIONS = 8;
/** Less than this in four weeks is no change worth the name: a quarter of a mark. Common practice. */
const STEADY_A_MONTH = 0.25;
/** Shortest stretch, and strength in standard errors, of a change at once. */
const SHORTEST = 4;
const STRONGER_THAN = 3.5;
const MONTH_DAYS = 28;

/** The last twelve weeks of a scale on a rein: trend, turns, and what they come to. */
export function developmentOf(
  marks: readonly DatedMark[],
  scale: Scale,
  rein: Rein,
  today: number,
): Development {
  const window = marksOf(marks, scale, rein).filter(
    (m) => m.day > today - WINDOW_DAYS && m.day <= today,
  );
  const line = theilSen(window.map((m) => ({ x: m.day, y: m.value })));
  const trend = line && {
    perMonth: line.slope * MONTH_DAYS,
    low: line.low * MONTH_DAYS,
    high: line.high * MONTH_DAYS,
  };
  const turns = changePoints(
    window.map((m) => m.value),
    {
      sd: window.map((m) => Math.sqrt(m.variance ?? MARK_MODEL.markVariance)),
      shortest: SHORTEST,
      strongerThan: STRONGER_THAN,
    },
  ).map(({ index, by }) => ({ day: window[index]!.day, by }));
  return {
    scale,
    rein,
    trend,
    turns,
    sessions: window.length,
    verdict: verdictOf(window.length, trend, turns),
  };
}

function verdictOf(sessions: number, trend: Trend | null, turns: readonly Turn[]): Verdict {
  if (sessions < LEAST_SESSIONS || !trend) return 'not enough seen';
  const last = turns.at(-1);
  if (last && last.by < 0) return 'set back';
  if (last && last.by > 0 && turns.some((t) => t.by < 0)) return 'recovering';
  // A step up that held is an improvement, also when no slope is left after it.
  if (trend.low > 0 || (last && trend.perMonth >= 0)) return 'improving';
  if (trend.high < 0) return 'slipping';
  // Neither way for sure: steady only when the interval leaves no room for a change worth the name.
  return Math.max(trend.high, -trend.low) <= 2 * STEADY_A_MONTH ? 'steady' : 'not enough seen';
}

/** Left less right, in points. */
export interface SideDifference {
  readonly mean: number;
  readonly sd: number;
  /** Said only when the interval (nine in ten) leaves no doubt of the side. */
  readonly weaker: Rein | null;
}

export function sideDifference(
  marks: readonly DatedMark[],
  scale: Scale,
  today: number,
): SideDifference | null {
  const [left, right] = REINS.map((rein) => levelAt(marksOf(marks, scale, rein), today));
  if (!left || !right) return null;
  const mean = left.mean - right.mean;
  const sd = Math.sqrt(left.variance + right.variance);
  const sure = Math.abs(mean) > Z90 * sd;
  return { mean, sd, weaker: sure ? (mean < 0 ? 'left' : 'right') : null };
}

/** The level on each day of evidence as all of it tells, before and after: for drawing the past. */
export function levelPast(marks: readonly DatedMark[]): (Level & { day: number })[] {
  return smoothLevel(marks.map(toReading), MARK_MODEL).map((level, i) => ({
    ...level,
    day: marks[i]!.day,
  }));
}

/** The mean level of two stretches of time, and how sure the difference is. */
export interface Comparison {
  readonly before: Level;
  readonly after: Level;
  readonly difference: number;
  readonly sd: number;
}

export function compared(
  marks: readonly DatedMark[],
  before: readonly [number, number],
  after: readonly [number, number],
): Comparison | null {
  const mean = ([from, to]: readonly [number, number]): Level | null => {
    const inside = marks.filter((m) => m.day >= from && m.day <= to);
    if (inside.length === 0) return null;
    const weights = inside.map((m) => 1 / (m.variance ?? MARK_MODEL.markVariance));
    const weight = weights.reduce((a, b) => a + b, 0);
    const sum = inside.reduce((s, m, i) => s + m.value * weights[i]!, 0);
    return { mean: sum / weight, variance: 1 / weight };
  };
  const [a, b] = [mean(before), mean(after)];
  if (!a || !b) return null;
  return {
    before: a,
    after: b,
    difference: b.mean - a.mean,
    sd: Math.sqrt(a.variance + b.variance),
  };
}
