import { TZDate } from '@date-fns/tz';
import { minutesFrom, timeFrom } from './clock.ts';

/** The clock of a place and the instants behind it. A time that is skipped in spring is an hour later. */

export function instantOf(date: string, time: string, zone: string): Date {
  const [year, month, day] = date.split('-').map(Number);
  const minutes = minutesFrom(time);
  const there = new TZDate(year!, month! - 1, day!, Math.floor(minutes / 60), minutes % 60, zone);
  return new Date(there.getTime());
}

export function clockAt(instant: Date, zone: string): { date: string; time: string } {
  const there = new TZDate(instant.getTime(), zone);
  const two = (n: number) => String(n).padStart(2, '0');
  const date = `${there.getFullYear()}-${two(there.getMonth() + 1)}-${two(there.getDate())}`;
  return { date, time: timeFrom(there.getHours() * 60 + there.getMinutes()) };
}
