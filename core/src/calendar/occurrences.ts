import { dateOf, dayOf } from '../progress/days.ts';
import type { Appointment } from './appointment.ts';
import { minutesFrom } from './clock.ts';

/** The times an appointment falls on. */
export interface Occurrence {
  readonly appointment: Appointment;
  /** The day its rule names: with the appointment it is its name, wherever it was moved to. */
  readonly named: string;
  readonly date: string;
  readonly start: string;
  readonly minutes: number;
  readonly arena: string;
  /** Reason; null when it is. */
  readonly cancelled: string | null;
  readonly isMoved: boolean;
}

/** Stands where no reason was given. */
export const NO_REASON = 'cancelled';

/** "cancelled: lame", or "cancelled" alone. */
export const cancelledSaid = (why: string): string =>
  why === NO_REASON ? why : `cancelled: ${why}`;

export const keyOf = ({ appointment, named }: Pick<Occurrence, 'appointment' | 'named'>): string =>
  `${appointment.id}/${named}`;

export const startMin = ({ start }: Pick<Occurrence, 'start'>): number => minutesFrom(start);
export const endMin = (o: Pick<Occurrence, 'start' | 'minutes'>): number => startMin(o) + o.minutes;

const weekdayOf = (day: number): number => (day + 3) % 7;

/** The days its rule names from one day to another, both included. */
export function namedDays({ date, repeat }: Appointment, from: string, to: string): string[] {
  if (!repeat) return date >= from && date <= to ? [date] : [];
  const first = dayOf(date);
  const monday = first - weekdayOf(first);
  const last = Math.min(dayOf(to), repeat.until === null ? Infinity : dayOf(repeat.until));
  const days: string[] = [];
  for (let day = Math.max(first, dayOf(from)); day <= last; day++) {
    const weeks = Math.floor((day - monday) / 7);
    if (weeks % repeat.everyWeeks === 0 && repeat.weekdays.includes(weekdayOf(day)))
      days.push(dateOf(day));
  }
  return days;
}

/** All its times from one day to another, cancelled ones too, in the order of the clock. */
export function occurrencesOf(appointment: Appointment, from: string, to: string): Occurrence[] {
  const { moved, cancelled, start, minutes, arena } = appointment;
  const why = (named: string) => cancelled.find((c) => c.date === named)?.why ?? null;
  const isNamed = (date: string) => namedDays(appointment, date, date).length > 0;
  const usual = namedDays(appointment, from, to)
    .filter((named) => !moved.some((m) => m.date === named))
    .map((named) => ({
      appointment,
      named,
      date: named,
      start,
      minutes,
      arena,
      cancelled: why(named),
      isMoved: false,
    }));
  const others = moved
    .filter((m) => m.toDate >= from && m.toDate <= to && isNamed(m.date))
    .map(({ date, toDate, ...there }) => ({
      appointment,
      named: date,
      date: toDate,
      ...there,
      cancelled: why(date),
      isMoved: true,
    }));
  return [...usual, ...others].sort(byClock);
}

export const byClock = (
  a: Pick<Occurrence, 'date' | 'start'>,
  b: Pick<Occurrence, 'date' | 'start'>,
): number =>
  a.date < b.date ? -1 : a.date > b.date ? 1 : minutesFrom(a.start) - minutesFrom(b.start);

export const occurrencesIn = (
  appointments: readonly Appointment[],
  from: string,
  to: string,
): Occurrence[] => appointments.flatMap((a) => occurrencesOf(a, from, to)).sort(byClock);

/** The first and the last day it can fall on; the last is null while nobody has ended it. */
export function spanOf({ date, repeat, moved }: Appointment): {
  first: string;
  last: string | null;
} {
  const elsewhere = moved.map((m) => m.toDate);
  const first = [date, ...elsewhere].reduce((a, b) => (b < a ? b : a));
  const ends = repeat ? repeat.until : date;
  return { first, last: ends && [ends, ...elsewhere].reduce((a, b) => (b > a ? b : a)) };
}
