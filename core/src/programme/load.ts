import { dayOf } from '../progress/days.ts';
import { loadOf, type Day } from './days.ts';
import type { ProgrammeRecord } from './record.ts';

/**
 * Minutes by effort, planned and ridden, over the last week and the last four. Sums and their ratio, as they are used
 * for people (session RPE: Foster et al. 2001; acute to chronic load: Gabbett 2016; both from memory); for horses common
 * practice. Never a medical statement.
 */
export interface Loads {
  readonly planned7: number;
  readonly done7: number;
  readonly planned28: number;
  readonly done28: number;
  /** The last week against the mean of the last four, when it has jumped; null otherwise. */
  readonly jump: number | null;
}

/** A lesson of the book: its day and its minutes. */
export interface Ridden {
  readonly date: string;
  readonly minutes: number | null;
}

const WEEK = 7;
const FOUR_WEEKS = 28;
/** From such a ratio on it is a jump; and only where there was work enough to compare with. Common practice. */
const JUMP = 1.3;
const ENOUGH_WEEKS = 3;

/** What was done on each day: lessons of the book, and what was entered for the other days. */
export function doneDays(record: Pick<ProgrammeRecord, 'done'>, ridden: readonly Ridden[]): Day[] {
  const lessons = ridden.map(({ date, minutes }): Day => ({
    date,
    kind: 'lesson',
    minutes: Math.round(minutes ?? 0),
  }));
  const taught = new Set(lessons.map((d) => d.date));
  // A lesson of the book goes before what was entered for its day.
  return [...lessons, ...record.done.filter((d) => !taught.has(d.date))];
}

export function loadsOf(
  record: Pick<ProgrammeRecord, 'done' | 'plan'>,
  ridden: readonly Ridden[],
  today: string,
): Loads {
  const ago = (date: string) => dayOf(today) - dayOf(date);
  const sum = (days: readonly Day[], within: number): number =>
    days
      .filter((d) => ago(d.date) >= 0 && ago(d.date) < within)
      .reduce((total, d) => total + loadOf(d), 0);
  const planned = record.plan.weeks.flatMap((w) => w.days);
  const done = doneDays(record, ridden);
  const first = done.reduce((most, d) => Math.max(most, ago(d.date)), 0);
  const done7 = sum(done, WEEK);
  const done28 = sum(done, FOUR_WEEKS);
  const usual = done28 / (FOUR_WEEKS / WEEK);
  const ratio = usual > 0 ? done7 / usual : 0;
  return {
    planned7: sum(planned, WEEK),
    done7,
    planned28: sum(planned, FOUR_WEEKS),
    done28,
    jump: ratio >= JUMP && first >= ENOUGH_WEEKS * WEEK ? ratio : null,
  };
}
