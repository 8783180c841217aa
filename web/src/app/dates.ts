import { lightFormat } from 'date-fns';
import { ago as agoFrom, longDateFrom } from '@canter-book/core/daysSaid';

export { longDate, shortDate } from '@canter-book/core/daysSaid';

/** Today as `YYYY-MM-DD` where the person is. */
export const today = (): string => lightFormat(new Date(), 'yyyy-MM-dd');

/** "today", "yesterday", "5 days ago", or the date. */
export const ago = (date: string, from = today()): string => agoFrom(date, from);

/** "Monday, 14 March", with the year when it is not this one. */
export const pastDate = (date: string): string => longDateFrom(date, today());

/** "today 14:05", or the day with its time. */
export const whenSaid = (instant: string): string => {
  const at = new Date(instant);
  return `${ago(lightFormat(at, 'yyyy-MM-dd'))} ${lightFormat(at, 'HH:mm')}`;
};

/** Orders days from the oldest; where there is none it comes last. Days as written, so that no alphabet is loaded. */
export function byDate(a: string | null, b: string | null): number {
  const [first, second] = [a ?? '9999', b ?? '9999'];
  return first < second ? -1 : first > second ? 1 : 0;
}
