import type { BusyCalendar, Timetable } from './appointment.ts';
import { minutesFrom, timeFrom } from './clock.ts';
import { clashesOf } from './clashes.ts';
import { daysLater } from '../progress/days.ts';
import type { Occurrence } from './occurrences.ts';

/** Times that are free for what clashes: near the one that was wanted, then the same time on the days after. */

const STEP_MIN = 15;
const DAYS_ON = 6;

export interface FreeTime {
  readonly date: string;
  readonly start: string;
}

/**
 * @param allOn the occurrences of a day
 * @param notBefore for today: the time it is, minutes
 */
export function freeTimes(
  wanted: Occurrence,
  allOn: (date: string) => readonly Occurrence[],
  timetable: Timetable,
  busy: readonly BusyCalendar[],
  most = 4,
  notBefore = { date: '', minutes: 0 },
): FreeTime[] {
  const opens = minutesFrom(timetable.opens);
  const last = minutesFrom(timetable.closes) - wanted.minutes;
  const isFree = (date: string, start: number): boolean => {
    if (start < opens || start > last) return false;
    if (date < notBefore.date || (date === notBefore.date && start < notBefore.minutes))
      return false;
    const there = { ...wanted, date, start: timeFrom(start) };
    return clashesOf(there, allOn(date), timetable, busy).length === 0;
  };
  const at = minutesFrom(wanted.start);
  const near: number[] = [];
  for (let start = opens - (opens % STEP_MIN); start <= last; start += STEP_MIN) near.push(start);
  near.sort((a, b) => Math.abs(a - at) - Math.abs(b - at) || a - b);
  const today = near
    .filter((start) => isFree(wanted.date, start))
    .slice(0, most - 1)
    .map((start) => ({ date: wanted.date, start: timeFrom(start) }));
  const later: FreeTime[] = [];
  for (let d = 1; d <= DAYS_ON && today.length + later.length < most; d++) {
    const date = daysLater(wanted.date, d);
    if (isFree(date, at)) later.push({ date, start: wanted.start });
  }
  return [...today, ...later];
}
