import { differenceInCalendarDays, format, parseISO } from 'date-fns';

/** Today as `YYYY-MM-DD` where the person is. */
export const today = (): string => format(new Date(), 'yyyy-MM-dd');

export const longDate = (date: string): string => format(parseISO(date), 'EEEE, d MMMM');
export const shortDate = (date: string): string => format(parseISO(date), 'd MMM');

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
  return `${ago(format(at, 'yyyy-MM-dd'))} ${format(at, 'HH:mm')}`;
};

/** Orders days from the oldest; where there is none it comes last. Days as written, so that no alphabet is loaded. */
export function byDate(a: string | null, b: string | null): number {
  const [first, second] = [a ?? '9999', b ?? '9999'];
  return first < second ? -1 : first > second ? 1 : 0;
}
