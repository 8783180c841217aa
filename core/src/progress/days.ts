/** The number of a date (`YYYY-MM-DD`): days since 1970-01-01. */
export function dayOf(date: string): number {
  return Date.parse(`${date}T00:00:00Z`) / 86_400_000;
}

/** The date (`YYYY-MM-DD`) of a day's number. */
export function dateOf(day: number): string {
  return new Date(Math.round(day) * 86_400_000).toISOString().slice(0, 10);
}

/** Monday is 0: 1970-01-01 was a Thursday. */
export const weekdayOf = (date: string): number => (dayOf(date) + 3) % 7;

/** The Monday of the week a day lies in. */
export const mondayOf = (date: string): string => daysLater(date, -weekdayOf(date));

export const daysLater = (date: string, days: number): string => dateOf(dayOf(date) + days);

/** The seven days of the week that begins on a Monday. */
export const weekFrom = (monday: string): string[] =>
  Array.from({ length: 7 }, (_, i) => daysLater(monday, i));
