import type { BusyCalendar, Timetable } from './appointment.ts';
import { minutesFrom, timeFrom } from './clock.ts';
import { endMin, keyOf, startMin, type Occurrence } from './occurrences.ts';

/** Clashes: appointments at the same time, or too close for the way between. */

export type Clash =
  | {
      readonly code: 'horse' | 'rider' | 'instructor';
      readonly of: Occurrence;
      readonly with: Occurrence;
    }
  | {
      readonly code: 'arena';
      readonly of: Occurrence;
      readonly arena: string;
      readonly most: number;
    }
  | {
      readonly code: 'travel';
      readonly of: Occurrence;
      readonly with: Occurrence;
      readonly minutes: number;
    }
  | { readonly code: 'break'; readonly of: Occurrence; readonly sinceMin: number }
  | {
      readonly code: 'busy';
      readonly of: Occurrence;
      readonly who: string;
      readonly title: string;
      readonly start: string;
    }
  | { readonly code: 'closed'; readonly of: Occurrence };

const overlap = (a: Occurrence, b: Occurrence): boolean =>
  startMin(a) < endMin(b) && startMin(b) < endMin(a);

const held = (o: Occurrence): boolean => o.cancelled === null;

/** Everything that is in the way of one time; nothing when it is cancelled. */
export function clashesOf(
  of: Occurrence,
  all: readonly Occurrence[],
  timetable: Timetable,
  busy: readonly BusyCalendar[],
): Clash[] {
  if (!held(of)) return [];
  const day = all.filter((o) => o.date === of.date && held(o) && keyOf(o) !== keyOf(of));
  const at = day.filter((o) => overlap(o, of));
  const { horseId, riderId, instructor } = of.appointment;
  const found: Clash[] = [];
  for (const other of at) {
    const b = other.appointment;
    if (horseId && b.horseId === horseId) found.push({ code: 'horse', of, with: other });
    if (riderId && b.riderId === riderId) found.push({ code: 'rider', of, with: other });
    if (instructor && b.instructor === instructor && !isOneLesson(of, other))
      found.push({ code: 'instructor', of, with: other });
  }
  found.push(...arenaClash(of, at, timetable), ...travelClash(of, day, timetable));
  found.push(...breakClash(of, day, timetable), ...busyClash(of, busy));
  if (startMin(of) < minutesFrom(timetable.opens) || endMin(of) > minutesFrom(timetable.closes))
    found.push({ code: 'closed', of });
  return found;
}

/** Several horses at the same time in the same arena are taught together. */
const isOneLesson = (a: Occurrence, b: Occurrence): boolean =>
  a.arena !== '' && a.arena === b.arena && a.start === b.start && a.minutes === b.minutes;

function arenaClash(of: Occurrence, at: readonly Occurrence[], { arenas }: Timetable): Clash[] {
  const arena = arenas.find((a) => a.name === of.arena);
  if (!arena || !of.appointment.horseId) return [];
  const there = at.filter((o) => o.arena === of.arena && o.appointment.horseId);
  // The most at any one moment: looked at where each begins.
  const most = Math.max(
    0,
    ...[of, ...there]
      .filter((o) => startMin(o) >= startMin(of))
      .map(
        (o) => there.filter((x) => startMin(x) <= startMin(o) && endMin(x) > startMin(o)).length,
      ),
  );
  return most + 1 > arena.most ? [{ code: 'arena', of, arena: arena.name, most: arena.most }] : [];
}

function travelClash(
  of: Occurrence,
  day: readonly Occurrence[],
  { arenas, travel }: Timetable,
): Clash[] {
  const { instructor } = of.appointment;
  if (!instructor) return [];
  const placeOf = (o: Occurrence) => arenas.find((a) => a.name === o.arena)?.place ?? '';
  const between = (a: string, b: string) =>
    travel.find((t) => (t.from === a && t.to === b) || (t.from === b && t.to === a))?.minutes ?? 0;
  return day
    .filter((o) => o.appointment.instructor === instructor && !overlap(o, of))
    .flatMap((other): Clash[] => {
      const minutes = between(placeOf(of), placeOf(other));
      const gap = Math.max(startMin(of) - endMin(other), startMin(other) - endMin(of));
      return gap < minutes ? [{ code: 'travel', of, with: other, minutes }] : [];
    });
}

/** Teaching without a break: the lessons of the instructor that lead up to this one. */
function breakClash(
  of: Occurrence,
  day: readonly Occurrence[],
  { breakAfterMin, breakMin }: Timetable,
): Clash[] {
  const { instructor } = of.appointment;
  if (!instructor || breakMin === 0) return [];
  const own = day
    .filter((o) => o.appointment.instructor === instructor && startMin(o) < startMin(of))
    .sort((a, b) => startMin(b) - startMin(a));
  let since = startMin(of);
  for (const o of own) if (since - endMin(o) < breakMin) since = Math.min(since, startMin(o));
  return endMin(of) - since > breakAfterMin && since < startMin(of)
    ? [{ code: 'break', of, sinceMin: since }]
    : [];
}

function busyClash(of: Occurrence, busy: readonly BusyCalendar[]): Clash[] {
  const { instructor, riderId } = of.appointment;
  return busy
    .filter((b) => (b.riderId ? b.riderId === riderId : b.instructor === instructor))
    .flatMap((b) =>
      b.hours
        .filter((h) => h.date === of.date)
        .filter((h) => startMin(h) < endMin(of) && startMin(of) < endMin(h))
        .map((h): Clash => ({
          code: 'busy',
          of,
          who: b.instructor,
          title: h.title,
          start: h.start,
        })),
    );
}

/** Whom the names belong to, as a sentence needs them. */
export interface Names {
  horse(id: string | null): string;
  rider(id: string | null): string;
}

const at = ({ start, arena }: Occurrence): string => (arena ? `${start}, ${arena}` : start);

/** "Tansy is already in a lesson at 10:00, Sail loft." */
export function clashSaid(clash: Clash, names: Names): string {
  const { appointment } = clash.of;
  switch (clash.code) {
    case 'horse':
      return `${names.horse(appointment.horseId)} is already in a lesson at ${at(clash.with)}.`;
    case 'rider':
      return `${names.rider(appointment.riderId)} already rides at ${at(clash.with)}.`;
    case 'instructor':
      return `${appointment.instructor} already teaches at ${at(clash.with)}.`;
    case 'arena':
      return clash.most === 1
        ? `${clash.arena} is taken.`
        : `${clash.arena} is full: ${clash.most} at a time.`;
    case 'travel':
      return `${appointment.instructor} needs ${clash.minutes} min to come from ${at(clash.with)}.`;
    case 'break':
      return `${appointment.instructor} has taught since ${timeFrom(clash.sinceMin)} without a break.`;
    case 'busy': {
      const who = clash.who || names.rider(appointment.riderId);
      return `${who} is busy from ${clash.start}${clash.title ? `: ${clash.title}` : ''}.`;
    }
    case 'closed':
      return 'The yard is closed at that time.';
  }
}
