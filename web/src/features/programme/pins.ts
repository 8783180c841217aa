import type { DayKind } from '@canter-book/core/programme/days';
import type { Wished } from '@canter-book/core/programme/fromBook';
import type { Week } from '@canter-book/core/programme/types';

/** Pins of the instructor: a day, two days that change places, the theme of a week. */

export function withDay(wished: Wished, date: string, kind: DayKind | ''): Partial<Wished> {
  const others = wished.days.filter((d) => d.date !== date);
  return { days: kind === '' ? others : [...others, { date, kind }] };
}

/** Two days of a week change places. */
export function withDays(
  wished: Wished,
  weeks: readonly Week[],
  from: string,
  to: string,
): Partial<Wished> {
  const days = weeks.flatMap((w) => w.days);
  const kindOf = (date: string) => days.find((d) => d.date === date)!.kind;
  const others = wished.days.filter((d) => d.date !== from && d.date !== to);
  return {
    days: [...others, { date: from, kind: kindOf(to) }, { date: to, kind: kindOf(from) }],
  };
}

export function withTheme(
  wished: Wished,
  monday: string,
  theme: Week['theme'] | '',
): Partial<Wished> {
  const others = wished.themes.filter((t) => t.monday !== monday);
  return { themes: theme === '' ? others : [...others, { monday, theme }] };
}

/** Two weeks change places: each takes the theme of the other. */
export function withWeeks(
  wished: Wished,
  weeks: readonly Week[],
  from: string,
  to: string,
): Partial<Wished> {
  const themeOf = (monday: string) => weeks.find((w) => w.monday === monday)!.theme;
  const others = wished.themes.filter((t) => t.monday !== from && t.monday !== to);
  return {
    themes: [...others, { monday: from, theme: themeOf(to) }, { monday: to, theme: themeOf(from) }],
  };
}
