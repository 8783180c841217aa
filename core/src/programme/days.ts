/**
 * What a horse does on a day, and what it costs. The load of a day is its minutes times the effort (session RPE:
 * Foster et al. 2001, for people; the efforts of a horse's days are common practice).
 */

export const DAY_KINDS = ['lesson', 'poles', 'lunge', 'easy', 'hack', 'rest', 'goal'] as const;
export type DayKind = (typeof DAY_KINDS)[number];

export interface KindOfDay {
  /** As it stands on the sheet. */
  readonly label: string;
  /** Of ten, for each minute. */
  readonly effort: number;
  /** Not two of these running. */
  readonly hard: boolean;
  /** Counts as the light day of the week. */
  readonly light: boolean;
  /** Needs the arena, and the rider. */
  readonly arena: boolean;
  readonly ridden: boolean;
  /** At most, minutes. */
  readonly mostMin: number;
}

const kind = (label: string, effort: number, mostMin: number, more: Partial<KindOfDay> = {}) => ({
  label,
  effort,
  mostMin,
  hard: false,
  light: false,
  arena: false,
  ridden: true,
  ...more,
});

/** The whole table is common practice. */
export const DAYS: Readonly<Record<DayKind, KindOfDay>> = {
  lesson: kind('Lesson', 5, 60, { hard: true, arena: true }),
  poles: kind('Poles', 5, 40, { hard: true, arena: true }),
  lunge: kind('Lunge or in hand', 4, 20, { ridden: false }),
  easy: kind('Easy day', 3, 30, { light: true, arena: true }),
  hack: kind('Hack or stretch', 2, 50, { light: true }),
  rest: kind('Rest', 0, 0, { ridden: false }),
  goal: kind('The day', 5, 40, { hard: true }),
};

export interface Day {
  readonly date: string;
  readonly kind: DayKind;
  readonly minutes: number;
}

export const loadOf = ({ kind, minutes }: Pick<Day, 'kind' | 'minutes'>): number =>
  DAYS[kind].effort * minutes;

export const loadOfAll = (days: readonly Pick<Day, 'kind' | 'minutes'>[]): number =>
  days.reduce((sum, day) => sum + loadOf(day), 0);
