import { shelfWith, type Shelf } from '../exercises/shelf.ts';
import type { Scale } from '../scales.ts';
import type { HorseFile } from '../planner/request.ts';
import { dayOf, daysLater, mondayOf, weekFrom } from '../progress/days.ts';
import { DAYS } from './days.ts';
import { readGate } from './gate.ts';
import { dateOfGoal, targetsOf } from './goal.ts';
import { LEAST_RUN, MOST_RUN, type ModelInput, type WeekOptions } from './model.ts';
import { MOST_WEEKS, type KeptWeek, type ProgrammeRequest } from './request.ts';
import { shapesOf, slotsOf, weekRules, type Shape, type DayRoom } from './shapes.ts';
import { themesOf, type WeekTheme } from './themes.ts';

/** The setting the weeks are chosen in: days that stand, days that are open, gates. */

/** Work of late of a horse of which nothing is said. Common practice. */
const LATELY = {
  young: { days: 4, minutes: 25 },
  unfit: { days: 3, minutes: 20 },
  usual: { days: 5, minutes: 40 },
  fit: { days: 6, minutes: 45 },
} as const;

/** The effort of a usual day, of all kinds. Common practice. */
const USUAL_EFFORT = 3.5;

/** Three quiet walks: from there anything may begin. */
const LEAST_LOAD = 150;

export interface Setting {
  readonly horse: HorseFile;
  readonly wishes: ProgrammeRequest['wishes'];
  readonly shelf: Shelf;
  readonly mondays: readonly string[];
  readonly themes: readonly WeekTheme[];
  readonly past: readonly KeptWeek[];
  readonly now: KeptWeek | null;
  readonly goalDate: string | null;
}

export function settingOf({ horse, wishes }: ProgrammeRequest): Setting {
  const shelf = shelfWith(wishes.own);
  const first = mondayOf(wishes.date);
  const goalDate = dateOfGoal(wishes.goal);
  const weeks =
    goalDate !== null && goalDate >= wishes.date
      ? Math.min(MOST_WEEKS, (dayOf(mondayOf(goalDate)) - dayOf(first)) / 7 + 1)
      : wishes.weeks;
  return {
    horse,
    wishes,
    shelf,
    goalDate,
    mondays: Array.from({ length: weeks }, (_, w) => daysLater(first, 7 * w)),
    themes: themesOf(targetsOf(wishes.goal, horse, shelf), horse),
    past: wishes.before.filter((w) => w.monday < first),
    now: wishes.before.find((w) => w.monday === first) ?? null,
  };
}

/** The days of a week as they stand open: what is past, fixed by hand, or the day itself is not asked. */
function openDays(setting: Setting, monday: string): DayRoom[] {
  const { horse, wishes, now, goalDate } = setting;
  const { date: today, availability } = wishes;
  const was = wishes.kept.find((w) => w.monday === monday)?.days;
  const open = slotsOf(monday, horse, availability, (date) => {
    if (date < today) {
      const was = now?.days.find((d) => d.date === date);
      return { kind: was?.kind ?? 'rest', minutes: was?.minutes ?? 0 };
    }
    if (date === goalDate) return { kind: 'goal' };
    return wishes.days.find((d) => d.date === date) ?? null;
  });
  const slots = open.map((slot, i) => ({
    ...slot,
    ...(was && { was: was[i]!.kind }),
    ...(wishes.lessons.includes(slot.date) && { isSet: true }),
  }));
  if (goalDate === null || !weekFrom(monday).includes(goalDate)) return slots;
  // The day before is light, and so is what follows.
  const eve = daysLater(goalDate, -1);
  return slots.map((slot) =>
    slot.date >= eve && slot.date !== goalDate && slot.kinds.length > 1
      ? { ...slot, kinds: slot.kinds.filter((k) => !DAYS[k].hard) }
      : slot,
  );
}

export function inputOf(setting: Setting): ModelInput {
  const { horse, wishes, mondays, themes, past, now, goalDate } = setting;
  const rules = weekRules(horse);
  const known = new Map<string, Shape[]>();
  const shapesFor = (slots: DayRoom[], whole: boolean): Shape[] => {
    const key = JSON.stringify([slots.map(({ date: _, ...s }) => s), whole]);
    const found = known.get(key) ?? shapesOf(slots, rules, whole);
    known.set(key, found);
    return found;
  };
  const isTheme = (scale: Scale | undefined) => themes.some((t) => t.scale === scale);
  const { stays, over } = gateRules(setting);
  // The first week of all began in its middle: its rules and its load are those of what was left of it.
  const begun = wishes.begun ?? wishes.before[0]?.monday ?? wishes.date;
  const isUnderWay = past.length === 0 && mondays[0]! < begun;
  const planned = plannedThemes(setting, { stays, over });
  const weeks = mondays.map((monday, w): WeekOptions => {
    const slots = openDays(setting, monday);
    const underWay = isUnderWay && w === 0;
    const pinned = wishes.themes.find((t) => t.monday === monday)?.theme;
    const kept = w === 0 ? now?.theme : w === 1 ? (stays ?? undefined) : undefined;
    const theme = [pinned, kept].find(isTheme) ?? null;
    return {
      shapes: shapesFor(slots, !underWay),
      theme,
      not: w >= 1 && w <= LEAST_RUN ? over : null,
      was: planned[w] ?? null,
      underWay,
    };
  });
  const runs = runAt(past);
  const last = past.at(-1);
  const inARow = last && dayOf(mondays[0]!) - dayOf(last.monday) === 7 ? last : undefined;
  const wasWhole = inARow !== undefined && inARow.monday >= begun;
  return {
    themes,
    weeks,
    loadBefore: Math.max(LEAST_LOAD, wasWhole ? inARow.load : usedTo(setting)),
    firstShare: isUnderWay ? (7 - (dayOf(begun) - dayOf(mondays[0]!))) / 7 : 1,
    had: countedThemes(past),
    run: inARow && runs && isTheme(runs.theme) ? runs : null,
    hardBefore: inARow ? DAYS[inARow.days.at(-1)!.kind].hard : false,
    lightLast: goalDate !== null && weekFrom(mondays.at(-1)!).includes(goalDate),
  };
}

function usedTo({ horse, wishes }: Setting): number {
  const young = horse.age !== undefined && horse.age <= 4;
  const { days, minutes } = wishes.lately ?? (young ? LATELY.young : LATELY[horse.fitness]);
  return days * minutes * USUAL_EFFORT;
}

function countedThemes(weeks: readonly KeptWeek[]): Map<Scale, number> {
  const had = new Map<Scale, number>();
  for (const { theme } of weeks) had.set(theme, (had.get(theme) ?? 0) + 1);
  return had;
}

/** The theme of the last week, and for how many weeks it has been it. */
export function runAt(weeks: readonly KeptWeek[]): { theme: Scale; weeks: number } | null {
  const last = weeks.at(-1);
  if (!last) return null;
  const other = weeks.findLastIndex((w) => w.theme !== last.theme);
  return { theme: last.theme, weeks: weeks.length - 1 - other };
}

/**
 * The themes as they were planned, week by week. What comes after a step that is over, or that stays longer, moves with
 * its end: a gate changes when the next theme comes, not which.
 */
function plannedThemes(
  { wishes, mondays }: Setting,
  { stays, over }: ReturnType<typeof gateRules>,
): (Scale | undefined)[] {
  const themes = mondays.map((monday) => wishes.kept.find((k) => k.monday === monday)?.theme);
  const left = themes.findIndex((theme, w) => w > 0 && theme !== over);
  if (over && left > 1) return [themes[0], ...themes.slice(left)];
  return stays ? [themes[0], stays, ...themes.slice(1)] : themes;
}

/** Reads the gate of the step under way: its theme is over, or stays a week longer than it was to. */
function gateRules({ horse, wishes, past, now }: Setting): {
  stays: Scale | null;
  over: Scale | null;
} {
  const { step } = wishes;
  if (!step || now?.theme !== step.theme) return { stays: null, over: null };
  if (readGate(step.gate, horse).state === 'open') return { stays: null, over: step.theme };
  const run = runAt([...past, now])!;
  const lastWeek = daysLater(step.from, 7 * (step.weeks - 1));
  const due = now.monday >= lastWeek;
  return { stays: due && run.weeks < MOST_RUN ? step.theme : null, over: null };
}
