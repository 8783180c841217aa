import { dayOf, daysLater } from '../progress/days.ts';
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
export interface RiddenDay {
  readonly date: string;
  readonly minutes: number | null;
}

const WEEK = 7;
const FOUR_WEEKS = 28;
/** From such a ratio on it is a jump; and only where there was work enough to compare with. Common practice. */
const JUMP = 1.3;
const ENOUGH_WEEKS = 3;

/** The work of each day: lessons of the book, and entries for the other days. */
export function doneDays(
  record: Pick<ProgrammeRecord, 'done'>,
  ridden: readonly RiddenDay[],
): Day[] {
  const lessons = ridden.map(({ date, minutes }): Day => ({
    date,
    kind: 'lesson',
    minutes: Math.round(minutes ?? 0),
  }));
  const taught = new Set(lessons.map((d) => d.date));
  // A lesson of the book goes before what was entered for its day.
  return [...lessons, ...record.done.filter((d) => !taught.has(d.date))];
}

/** One day's load: minutes by effort, as planned and as done. */
export interface DayLoad {
  readonly date: string;
  readonly planned: number;
  /** Null on days to come. */
  readonly done: number | null;
}

type Worked = Pick<ProgrammeRecord, 'done' | 'plan'>;

/** Each day from one to another, both included; a day that nobody planned or worked has none. */
export function dailyLoads(
  record: Worked,
  ridden: readonly RiddenDay[],
  { from, to, today }: { from: string; to: string; today: string },
): DayLoad[] {
  const planned = byDay(record.plan.weeks.flatMap((w) => w.days));
  const done = byDay(doneDays(record, ridden));
  return Array.from({ length: dayOf(to) - dayOf(from) + 1 }, (_, i) => {
    const date = daysLater(from, i);
    return {
      date,
      planned: planned.get(date) ?? 0,
      done: date <= today ? (done.get(date) ?? 0) : null,
    };
  });
}

function byDay(days: readonly Day[]): Map<string, number> {
  const sums = new Map<string, number>();
  for (const day of days) sums.set(day.date, (sums.get(day.date) ?? 0) + loadOf(day));
  return sums;
}

export function loadsOf(record: Worked, ridden: readonly RiddenDay[], today: string): Loads {
  const from = daysLater(today, 1 - FOUR_WEEKS);
  const days = dailyLoads(record, ridden, { from, to: today, today });
  const sum = (of: (day: DayLoad) => number, within: number): number =>
    days.slice(-within).reduce((total, day) => total + of(day), 0);
  const planned = (day: DayLoad) => day.planned;
  const done = (day: DayLoad) => day.done ?? 0;
  const done7 = sum(done, WEEK);
  const done28 = sum(done, FOUR_WEEKS);
  const usual = done28 / (FOUR_WEEKS / WEEK);
  const ratio = usual > 0 ? done7 / usual : 0;
  const isKnown = doneDays(record, ridden).some(
    ({ date }) => date <= daysLater(today, -ENOUGH_WEEKS * WEEK),
  );
  return {
    planned7: sum(planned, WEEK),
    done7,
    planned28: sum(planned, FOUR_WEEKS),
    done28,
    jump: ratio >= JUMP && isKnown ? ratio : null,
  };
}
