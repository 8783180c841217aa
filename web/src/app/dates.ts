import { differenceInCalendarDays, lightFormat, parseISO } from 'date-fns';

const WEEKDAY = new Intl.DateTimeFormat('en-GB', { weekday: 'long' });
const LONG = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long' });
// The British short month has four letters in September: the American has three, as all others.
const MONTH = new Intl.DateTimeFormat('en-US', { month: 'short' });

/** Today as `YYYY-MM-DD` where the person is. */
export const today = (): string => lightFormat(new Date(), 'yyyy-MM-dd');

export const longDate = (date: string): string => {
  const day = parseISO(date);
  return `${WEEKDAY.format(day)}, ${LONG.format(day)}`;
};
export const shortDate = (date: string): string => {
  const day = parseISO(date);
  return `${day.getDate()} ${MONTH.format(day)}`;
};

/** "today", "yesterday", "5 days ago", or the date. */
export function ago(date: string, from = today()): string {
  const days = differenceInCalendarDays(parseISO(from), parseISO(date));
  if (days === 0) return 'today';
  if (days === 1) return 'yesterday';
  if (days > 1 && days < 21) return `${days} days ago`;
  return shortDate(date);
}

/** "today 14:05", or the day with its time. */
export const whenSaid = (instant: string): string => {
  const at = parseISO(instant);
  return `${ago(lightFormat(at, 'yyyy-MM-dd'))} ${lightFormat(at, 'HH:mm')}`;
};

/** Orders days from the oldest; where there is none it comes last. Days as written, so that no alphabet is loaded. */
export function byDate(a: string | null, b: string | null): number {
  const [first, second] = [a ?? '9999', b ?? '9999'];
  return first < second ? -1 : first > second ? 1 : 0;
}
