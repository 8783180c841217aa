import { dayOf, daysLater } from '../progress/days.ts';
import type { Appointment } from './appointment.ts';
import { namedDays } from './occurrences.ts';

/** Changes to an appointment by a tap: once, or from a day on. */

export interface TimeAndArena {
  readonly date: string;
  readonly start: string;
  readonly minutes: number;
  readonly arena: string;
}

/** Not held on one day. */
export const cancelOnce = (a: Appointment, named: string, why: string): Appointment => ({
  ...a,
  cancelled: [...a.cancelled.filter((c) => c.date !== named), { date: named, why }],
});

/** Held after all. */
export const holdAfterAll = (a: Appointment, named: string): Appointment => ({
  ...a,
  cancelled: a.cancelled.filter((c) => c.date !== named),
});

/** Elsewhere on one day. */
export function moveOnce(
  a: Appointment,
  named: string,
  { date, ...there }: TimeAndArena,
): Appointment {
  if (!a.repeat) return { ...a, date, ...there };
  const isUsual =
    date === named &&
    there.start === a.start &&
    there.minutes === a.minutes &&
    there.arena === a.arena;
  const others = a.moved.filter((m) => m.date !== named);
  return { ...a, moved: isUsual ? others : [...others, { date: named, toDate: date, ...there }] };
}

/**
 * From one day on elsewhere: what was before stays as it was.
 * @param id of what is split off
 * @returns what becomes of the old one, null when nothing is left of it, and the new one
 */
export function moveFrom(
  a: Appointment,
  named: string,
  there: TimeAndArena,
  id: string,
): { before: Appointment | null; after: Appointment } {
  const { repeat } = a;
  const shift = dayOf(there.date) - dayOf(named);
  const turned = repeat && {
    ...repeat,
    weekdays: repeat.weekdays.map((d) => (((d + shift) % 7) + 7) % 7).sort(),
    until: repeat.until && (repeat.until < there.date ? there.date : repeat.until),
  };
  const before = endBefore(a, named);
  const later = <T extends { date: string }>(list: readonly T[]) =>
    list.filter((x) => x.date > named);
  return {
    before,
    after: {
      ...a,
      ...(before ? { id, revision: 0 } : {}),
      date: there.date,
      start: there.start,
      minutes: there.minutes,
      arena: there.arena,
      repeat: turned,
      cancelled: shift === 0 ? later(a.cancelled) : [],
      moved: [],
    },
  };
}

/** It ends before a day; null when nothing is left. */
export function endBefore(a: Appointment, named: string): Appointment | null {
  if (!a.repeat) return null;
  const until = daysLater(named, -1);
  if (namedDays(a, a.date, until).length === 0) return null;
  return {
    ...a,
    repeat: { ...a.repeat, until },
    moved: a.moved.filter((m) => m.date <= until),
    cancelled: a.cancelled.filter((c) => c.date <= until),
  };
}

export const placeOf = ({ date, start, minutes, arena }: TimeAndArena): TimeAndArena => ({
  date,
  start,
  minutes,
  arena,
});
