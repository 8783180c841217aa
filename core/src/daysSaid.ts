/** The days (`YYYY-MM-DD`) as people say them; no time zone has a part in it. */

// Written out: a formatter of the platform takes longer to make than a page has time for.
const WEEKDAYS: readonly string[] = [
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
  'Sunday',
];
/** "Mon". */
export const WEEKDAYS_SHORT: readonly string[] = WEEKDAYS.map((word) => word.slice(0, 3));
const MONTHS: readonly string[] = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];

const DAY_MS = 86_400_000;

const dayIn = (date: string): number => Number(date.slice(8, 10));
/** "March". */
export const monthIn = (date: string): string => MONTHS[Number(date.slice(5, 7)) - 1] ?? '';

/** "Monday". */
export const weekdaySaid = (date: string): string =>
  WEEKDAYS[(new Date(date).getUTCDay() + 6) % 7] ?? '';
/** "14 March". */
export const daySaid = (date: string): string => `${dayIn(date)} ${monthIn(date)}`;
/** "14 Mar". */
export const shortDate = (date: string): string => `${dayIn(date)} ${monthIn(date).slice(0, 3)}`;
/** "Monday, 14 March". */
export const longDate = (date: string): string => `${weekdaySaid(date)}, ${daySaid(date)}`;
/** "Monday, 14 March", with the year when it is not the one of `from`. */
export const longDateFrom = (date: string, from: string): string =>
  date.slice(0, 4) === from.slice(0, 4) ? longDate(date) : `${longDate(date)} ${date.slice(0, 4)}`;
/** "March 2026". */
export const monthSaid = (date: string): string => `${monthIn(date)} ${date.slice(0, 4)}`;

/** "today", "yesterday", "5 days ago", or the date. */
export function ago(date: string, from: string): string {
  const days = (Date.parse(from) - Date.parse(date)) / DAY_MS;
  if (days === 0) return 'today';
  if (days === 1) return 'yesterday';
  if (days > 1 && days < 21) return `${days} days ago`;
  return shortDate(date);
}
