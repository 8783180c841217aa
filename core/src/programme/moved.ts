import { REINS, type Rein } from '../arena/rein.ts';
import { shelfWith } from '../exercises/shelf.ts';
import { SCALES, type Scale } from '../scales.ts';
import { setName } from '../planner/marks.ts';
import type { HorseFile } from '../planner/request.ts';
import { daysLater, weekdayOf } from '../progress/days.ts';
import type { DayKind } from './days.ts';
import { readGate, type Gate } from './gate.ts';
import type { Programme } from './types.ts';
import type { KeptWeek, ProgrammeRequest } from './request.ts';

/** Differences from the last plan, and why: nothing is moved silently. */

export type Because =
  | { readonly code: 'gate open'; readonly scale: Scale }
  | { readonly code: 'gate shut'; readonly scale: Scale }
  | { readonly code: 'fixed' }
  | {
      readonly code: 'level';
      readonly scale: Scale;
      readonly rein: Rein;
      readonly from: number;
      readonly to: number;
    }
  | { readonly code: 'follows' };

export type Moved =
  | {
      readonly code: 'theme';
      readonly monday: string;
      readonly was: Scale;
      readonly is: Scale;
      readonly because: Because;
      /** How many weeks from that Monday it is so in. */
      readonly weeks: number;
    }
  | {
      readonly code: 'day';
      readonly date: string;
      readonly was: DayKind;
      readonly is: DayKind;
      readonly because: 'fixed' | 'follows';
    }
  | {
      /** The same day of several weeks, in the same way. */
      readonly code: 'every';
      readonly from: string;
      readonly was: DayKind;
      readonly is: DayKind;
    }
  | {
      /** A gate asks something else. */
      readonly code: 'gate';
      readonly scale: Scale;
      readonly was: string;
      readonly is: string;
      /** Less than before: it was lost. */
      readonly isEasier: boolean;
    }
  | { readonly code: 'days'; readonly monday: string; readonly days: number }
  | {
      readonly code: 'load';
      readonly monday: string;
      readonly was: number;
      readonly is: number;
      /** How many weeks it is so in, when it is said once. */
      readonly weeks?: number;
    };

/** The levels as they were when the weeks were planned. */
export type LevelsThen = Partial<Record<Scale, { [R in Rein]?: number | undefined }>>;

export const levelsNow = ({ levels }: HorseFile): LevelsThen =>
  Object.fromEntries(
    SCALES.flatMap((scale) => {
      const of = levels[scale];
      if (!of) return [];
      const reins = REINS.flatMap((rein) => {
        const level = of[rein];
        return level ? [[rein, Math.round(level.mean * 10) / 10] as const] : [];
      });
      return [[scale, Object.fromEntries(reins)] as const];
    }),
  );

/** The plan that has held so far. */
export interface Before {
  readonly weeks: readonly KeptWeek[];
  readonly levels: LevelsThen;
}

/** A level that moved by as much is worth a word. */
const WORTH_SAYING = 0.2;
/** So many days of a week are named one by one. */
const MOST_NAMED = 2;
const LOAD_SHARE = 0.05;

export function movedBetween(
  before: Before,
  { weeks, steps }: Pick<Programme, 'weeks' | 'steps'>,
  request: ProgrammeRequest,
): Moved[] {
  const both = weeks.flatMap((is) => {
    const was = before.weeks.find((w) => w.monday === is.monday);
    return was ? [{ was, is }] : [];
  });
  const themes = themesMoved(both, (was, is) => whyTheme(was, is, before.levels, request));
  return together([
    ...gatesMoved(steps, request.wishes),
    ...both.flatMap(({ was, is }) => [
      ...themes.filter(({ monday }) => monday === is.monday),
      ...weekMoved(was, is, request.wishes),
    ]),
  ]);
}

interface BothWeeks {
  readonly was: KeptWeek;
  readonly is: Programme['weeks'][number];
}
type ThemeMoved = Extract<Moved, { code: 'theme' }>;

/** Weeks of another theme; those in a row that change in the same way are one. */
function themesMoved(
  both: readonly BothWeeks[],
  why: (was: KeptWeek, is: KeptWeek) => Because,
): ThemeMoved[] {
  const moved: ThemeMoved[] = [];
  for (const { was, is } of both) {
    if (was.theme === is.theme) continue;
    const last = moved.at(-1);
    const goesOn = last && daysLater(last.monday, 7 * last.weeks) === is.monday;
    if (goesOn && last.was === was.theme && last.is === is.theme) {
      moved[moved.length - 1] = { ...last, weeks: last.weeks + 1 };
      continue;
    }
    const because = last ? ({ code: 'follows' } as const) : why(was, is);
    const themes = { was: was.theme, is: is.theme };
    moved.push({ code: 'theme', monday: is.monday, ...themes, because, weeks: 1 });
  }
  return moved;
}

/** The days of a week that are other, or its load alone. */
function weekMoved(was: KeptWeek, is: KeptWeek, { days }: ProgrammeRequest['wishes']): Moved[] {
  const { monday } = is;
  const other = is.days.flatMap((day, i) => {
    const then = was.days[i]!;
    return then.kind === day.kind ? [] : [{ date: day.date, was: then.kind, is: day.kind }];
  });
  if (other.length > MOST_NAMED) return [{ code: 'days', monday, days: other.length }];
  if (other.length === 0) {
    const apart = Math.abs(is.load - was.load);
    return apart > LOAD_SHARE * was.load
      ? [{ code: 'load', monday, was: was.load, is: is.load }]
      : [];
  }
  return other.map((day) => {
    const isFixed = days.some((d) => d.date === day.date);
    return { code: 'day', ...day, because: isFixed ? 'fixed' : 'follows' };
  });
}

function whyTheme(
  was: KeptWeek,
  is: KeptWeek,
  levelsThen: LevelsThen,
  { horse, wishes }: ProgrammeRequest,
): Because {
  if (wishes.themes.some((t) => t.monday === is.monday)) return { code: 'fixed' };
  const { step } = wishes;
  if (step) {
    const open = readGate(step.gate, horse).state === 'open';
    if (open && was.theme === step.theme) return { code: 'gate open', scale: step.theme };
    if (!open && is.theme === step.theme) return { code: 'gate shut', scale: step.theme };
  }
  return whichLevel(levelsThen, horse) ?? { code: 'follows' };
}

/** The level that has moved most, where it is worth a word. */
function whichLevel(then: LevelsThen, { levels }: HorseFile): Because | null {
  const changes = SCALES.flatMap((scale) =>
    REINS.flatMap((rein) => {
      const [from, to] = [then[scale]?.[rein], levels[scale]?.[rein]?.mean];
      return from === undefined || to === undefined ? [] : [{ scale, rein, from, to }];
    }),
  );
  const most = changes.toSorted((a, b) => Math.abs(b.to - b.from) - Math.abs(a.to - a.from))[0];
  if (!most || Math.abs(most.to - most.from) < WORTH_SAYING) return null;
  return { code: 'level', ...most };
}

/** The gates that ask something else than was planned for them. */
function gatesMoved(
  steps: Programme['steps'],
  { step, steps: later, own }: ProgrammeRequest['wishes'],
): Moved[] {
  const { find } = shelfWith(own);
  const said = ({ show, scale, least }: Gate): string => {
    const exercise = show && find(show.exercise);
    return exercise ? `“${setName(exercise, show.rung)}”` : `${scale} at ${least}`;
  };
  const planned = [...(step ? [step] : []), ...later];
  return steps.flatMap(({ theme, gate }, i): Moved[] => {
    // A theme that comes twice has its gates in order.
    const nth = steps.slice(0, i).filter((s) => s.theme === theme).length;
    const before = planned.filter((s) => s.theme === theme)[nth]?.gate;
    if (!before || said(before) === said(gate)) return [];
    const isEasier = i === 0 && before === step?.gate;
    return [{ code: 'gate', scale: theme, was: said(before), is: said(gate), isEasier }];
  });
}

/** From so many weeks on what is other in the same way is said once. */
const SAID_ONCE_FROM = 3;

function together(moved: readonly Moved[]): Moved[] {
  const keyOf = (m: Moved): string | null => {
    if (m.code === 'load') return m.is > m.was ? 'more' : 'less';
    if (m.code !== 'day' || m.because === 'fixed') return null;
    return `${weekdayOf(m.date)}/${m.was}/${m.is}`;
  };
  const alike = new Map<string, number>();
  for (const m of moved) {
    const key = keyOf(m);
    if (key) alike.set(key, (alike.get(key) ?? 0) + 1);
  }
  const said = new Set<string>();
  return moved.flatMap((m): Moved[] => {
    const key = keyOf(m);
    if (!key || alike.get(key)! < SAID_ONCE_FROM) return [m];
    if (said.has(key)) return [];
    said.add(key);
    if (m.code === 'day') return [{ code: 'every', from: m.date, was: m.was, is: m.is }];
    return m.code === 'load' ? [{ ...m, weeks: alike.get(key)! }] : [m];
  });
}
