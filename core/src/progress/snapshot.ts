import { REINS, type Rein } from '../arena/rein.ts';
import { SCALES, type Scale } from '../scales.ts';
import { filterLevel, laterLevel } from '../stats/localLevel.ts';
import { developmentOf, type Verdict } from './development.ts';
import {
  MARK_MODEL,
  marksOf,
  NOTCH_DAYS,
  toReading,
  type DatedMark,
  type Standing,
  type Standings,
} from './standing.ts';

/** The levels of the last weeks of one scale and rein, and what they came to: enough to say where it stands today. */
export interface SeriesSnapshot {
  readonly marks: number;
  /** Day, mean and variance after each reading of the last weeks, and of the last one before them. */
  readonly levels: readonly (readonly [day: number, mean: number, variance: number])[];
  readonly verdict: Verdict;
}

export type Snapshot = Partial<Record<`${Scale}/${Rein}`, SeriesSnapshot>>;

/** From the last reading back to its notch: any later day looks no further back. */
const KEPT_DAYS = NOTCH_DAYS + 1;

export function snapshotOf(readings: readonly DatedMark[]): Snapshot {
  const snapshot: Snapshot = {};
  for (const scale of SCALES) {
    for (const rein of REINS) {
      const own = marksOf(readings, scale, rein);
      const last = own.at(-1);
      if (!last) continue;
      const levels = filterLevel(own.map(toReading), MARK_MODEL).map(
        ({ mean, variance }, i) => [own[i]!.day, mean, variance] as const,
      );
      const young = levels.findIndex(([day]) => day > last.day - KEPT_DAYS);
      snapshot[`${scale}/${rein}`] = {
        marks: own.length,
        levels: levels.slice(Math.max(0, young - 1)),
        verdict: developmentOf(own, scale, rein, last.day).verdict,
      };
    }
  }
  return snapshot;
}

/** Where the horse stands today, from a snapshot: the same as from all its readings. */
export function standingsFrom(snapshot: Snapshot, today: number): Standings {
  const of = (scale: Scale, rein: Rein): Standing | null => {
    const series = snapshot[`${scale}/${rein}`];
    const now = series && levelOn(series, today);
    if (!series || !now) return null;
    return {
      mean: now.mean,
      sd: Math.sqrt(now.variance),
      marks: series.marks,
      monthAgo: levelOn(series, today - NOTCH_DAYS)?.mean ?? null,
    };
  };
  return Object.fromEntries(
    SCALES.map((scale) => [scale, { left: of(scale, 'left'), right: of(scale, 'right') }]),
  ) as unknown as Standings;
}

function levelOn({ levels }: SeriesSnapshot, day: number) {
  const known = levels.findLast(([d]) => d <= day);
  if (!known) return null;
  const [at, mean, variance] = known;
  return laterLevel({ mean, variance }, day - at, MARK_MODEL);
}
