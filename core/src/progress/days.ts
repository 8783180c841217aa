/** The number of a date (`YYYY-MM-DD`): days since 1970-01-01. */
export function dayOf(date: string): number {
  return Date.parse(`${date}T00:00:00Z`) / 86_400_000;
}

/** The date (`YYYY-MM-DD`) of a day's number. */
export function dateOf(day: number): string {
  return new Date(Math.round(day) * 86_400_000).toISOString().slice(0, 10);
}
