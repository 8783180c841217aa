import { dayOf, daysLater, mondayOf, weekFrom } from '../progress/days.ts';
import type { Shelf } from '../exercises/shelf.ts';
import { shelfWith } from '../exercises/shelf.ts';
import { inForce, sentence } from '../gaits/restriction.ts';
import { SCALES, type Scale } from '../observations/scales.ts';
import type { Solve } from '../planner/integer.ts';
import { nextOf } from '../planner/tomorrow.ts';
import type { HorseFile } from '../planner/request.ts';
import { chanceOf } from '../progress/forecast.ts';
import { expectedMark } from '../sheet/demands.ts';
import { aheadOfAll, type AheadOf, type Chance } from './ahead.ts';
import { DAYS, loadOfAll, type Day } from './days.ts';
import { easier, gateFor, isFor, readGate, type Gate, type GateReading } from './gate.ts';
import { dateOfGoal, targetsOf, type Goal } from './goal.ts';
import {
  chooseWeeks,
  LEAST_RUN,
  MOST_RUN,
  type Chosen,
  type ModelInput,
  type WeekOptions,
} from './model.ts';
import type { Fact } from './facts.ts';
import { MOST_WEEKS, type KeptWeek, type ProgrammeRequest, type Step } from './request.ts';
import { shapesOf, slotsOf, weekRules, type Shape, type Slot } from './shapes.ts';
import { afterWeeks, themesOf, weeksNeeded, type Theme } from './themes.ts';

/** The weeks ahead of one horse: themes, kinds of day and load by an integer programme; gates and chances beside it. */

export interface Week extends KeptWeek {
  readonly days: Day[];
  /** Why it is as it is. */
  readonly facts: readonly Fact[];
}

export interface PlannedStep extends Step {
  readonly reading: GateReading;
}

/** What could not be had, and the nearest that could. */
export type Unmet =
  | {
      readonly code: 'unlikely';
      readonly scale: Scale;
      readonly chance: number;
      readonly least: number;
      readonly likely: number | null;
      readonly onDate: string | null;
    }
  | {
      readonly code: 'unlikely percent';
      readonly chance: number;
      readonly percent: number;
      readonly likely: number;
    }
  | { readonly code: 'no room'; readonly scale: Scale; readonly weeks: number }
  | { readonly code: 'few lessons'; readonly perWeek: number }
  | { readonly code: 'cannot know'; readonly scale: Scale }
  | { readonly code: 'too far'; readonly weeks: number };

export interface Programme {
  readonly goal: Goal;
  readonly from: string;
  readonly weeks: readonly Week[];
  readonly steps: readonly PlannedStep[];
  /** Where each scale that counts is to be expected at the end. */
  readonly forecast: readonly Chance[];
  /** That the goal is reached; null without one, or where nobody can know. */
  readonly chance: number | null;
  /** Of a test: the percentage to be expected, and its standard deviation. */
  readonly percent: { readonly mean: number; readonly sd: number } | null;
  readonly unmet: readonly Unmet[];
  readonly objective: number;
  /** No programme is better than this one by more, as a share. */
  readonly gap: number;
}

export type PlannedProgramme = { readonly programme: Programme } | NoProgramme;

export interface NoProgramme {
  readonly why: string;
  readonly waysOut: readonly string[];
}

/** Likelier than not: good enough to work for. */
const LIKELY = 0.5;
/** As sure as this, it is there: as in a lesson. */
const CONFIRMED = 0.75;
/** Each part is solved within as much; the whole is proved within two per cent. */
const GAP = 0.003;
const SECONDS = 10;

/** What a horse of which nothing is said has done of late. Common practice. */
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

interface Setting {
  readonly horse: HorseFile;
  readonly wishes: ProgrammeRequest['wishes'];
  readonly shelf: Shelf;
  readonly mondays: readonly string[];
  readonly themes: readonly Theme[];
  readonly past: readonly KeptWeek[];
  readonly now: KeptWeek | null;
  readonly goalDate: string | null;
}

export async function planProgramme(
  request: ProgrammeRequest,
  solve: Solve,
): Promise<PlannedProgramme> {
  const setting = settingOf(request);
  const { wishes } = request;
  const model = inputOf(setting);
  const options = { gap: GAP, seconds: SECONDS, seed: wishes.seed };
  const chosen = await chooseWeeks(model, solve, options);
  if (!chosen)
    return noProgramme(
      setting,
      model.weeks.findIndex((w) => w.shapes.length === 0),
    );
  const weeks = setting.mondays.map((monday, w) => weekOf(monday, chosen, w));
  const steps = stepsOf(setting, weeks);
  const ahead = aheadOfAll(setting.horse, wishes.ahead, setting.mondays, wishes.date);
  const forecast = chancesOf(setting, ahead);
  const percent = percentOf(setting, ahead);
  const chance = chanceOfGoal(wishes.goal, forecast, percent);
  return {
    programme: {
      goal: wishes.goal,
      from: wishes.date,
      weeks: weeks.map((week, w) => ({ ...week, facts: factsOf(setting, model, weeks, steps, w) })),
      steps,
      forecast,
      percent,
      chance,
      unmet: unmetOf(setting, weeks, { forecast, percent, chance, ahead }),
      objective: chosen.objective,
      gap: (chosen.bound - chosen.objective) / Math.max(1, Math.abs(chosen.objective)),
    },
  };
}

function settingOf({ horse, wishes }: ProgrammeRequest): Setting {
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
function openDays(setting: Setting, monday: string): Slot[] {
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
  const slots = open.map((slot, i) => (was ? { ...slot, was: was[i]!.kind } : slot));
  if (goalDate === null || !weekFrom(monday).includes(goalDate)) return slots;
  // The day before is light, and so is what follows.
  const eve = daysLater(goalDate, -1);
  return slots.map((slot) =>
    slot.date >= eve && slot.date !== goalDate && slot.kinds.length > 1
      ? { ...slot, kinds: slot.kinds.filter((k) => !DAYS[k].hard) }
      : slot,
  );
}

function inputOf(setting: Setting): ModelInput {
  const { horse, wishes, mondays, themes, past, now, goalDate } = setting;
  const rules = weekRules(horse);
  const known = new Map<string, Shape[]>();
  const shapesFor = (slots: Slot[], whole: boolean): Shape[] => {
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
      was: wishes.kept.find((k) => k.monday === monday)?.theme ?? null,
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
function runAt(weeks: readonly KeptWeek[]): { theme: Scale; weeks: number } | null {
  const last = weeks.at(-1);
  if (!last) return null;
  const other = weeks.findLastIndex((w) => w.theme !== last.theme);
  return { theme: last.theme, weeks: weeks.length - 1 - other };
}

/** What the gate of the step under way says: the theme is over, or it stays a week longer than it was to. */
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

function weekOf(monday: string, { themes, shapes }: Chosen, w: number): KeptWeek & { days: Day[] } {
  const { kinds, minutes } = shapes[w]!;
  const days = weekFrom(monday).map((date, d) => ({ date, kind: kinds[d]!, minutes: minutes[d]! }));
  return { monday, theme: themes[w]!, days, load: loadOfAll(days) };
}

/** Runs of weeks on one theme, each with its gate; the first may have begun before. */
function stepsOf(setting: Setting, weeks: readonly KeptWeek[]): PlannedStep[] {
  const { horse, shelf, wishes, themes, past } = setting;
  const before = runAt(past);
  const runs: { theme: Scale; from: string; weeks: number }[] = [];
  for (const [w, { theme, monday }] of weeks.entries()) {
    const last = runs.at(-1);
    if (last?.theme === theme) {
      last.weeks++;
      continue;
    }
    const begun = w === 0 && before?.theme === theme ? before.weeks : 0;
    runs.push({ theme, from: daysLater(monday, -7 * begun), weeks: begun + 1 });
  }
  /** No two gates of a programme ask the same. */
  const shown = new Set<string>();
  const had = new Map<Scale, number>();
  return runs.map((run, i) => {
    const theme = themes.find((t) => t.scale === run.theme)!;
    const soFar = (had.get(run.theme) ?? 0) + run.weeks;
    had.set(run.theme, soFar);
    const same = i === 0 && wishes.step?.theme === run.theme;
    const gate = same
      ? nowAsked(wishes.step!.gate, horse, shelf)
      : gateOf(setting, run.theme, afterWeeks(theme, soFar), shown);
    if (gate.show) shown.add(gate.show.exercise);
    return { ...run, gate, reading: readGate(gate, horse) };
  });
}

/** A gate whose exercise was lost in the last lesson asks an easier step. */
function nowAsked(gate: Gate, horse: HorseFile, shelf: Shelf): Gate {
  const { show } = gate;
  if (!show) return gate;
  const last = horse.done.findLast((d) => d.exercise === show.exercise && d.rung >= show.rung);
  return last && nextOf(last) === 'back' ? easier(gate, shelf) : gate;
}

function gateOf(
  { wishes, horse, shelf }: Setting,
  scale: Scale,
  least: number,
  shown: ReadonlySet<string>,
): Gate {
  const { goal } = wishes;
  const exercise = goal.kind === 'exercise' ? shelf.find(goal.exercise) : undefined;
  const { exercise: id, rung } = goal.kind === 'exercise' ? goal : { exercise: '', rung: 0 };
  const show = exercise && isFor(exercise, scale) ? { exercise: id, rung } : null;
  return show ? { scale, least, show } : gateFor(scale, least, horse, shelf, shown);
}

function factsOf(
  { horse, wishes, themes, goalDate, past }: Setting,
  { loadBefore, weeks: options }: ModelInput,
  weeks: readonly KeptWeek[],
  steps: readonly PlannedStep[],
  w: number,
): Fact[] {
  const week = weeks[w]!;
  const theme = themes.find((t) => t.scale === week.theme)!;
  const step = steps.find(
    (s) =>
      s.theme === week.theme &&
      s.from <= week.monday &&
      daysLater(s.from, 7 * s.weeks) > week.monday,
  )!;
  const nth = (dayOf(week.monday) - dayOf(step.from)) / 7 + 1;
  const facts: Fact[] = [];
  const pinned = wishes.themes.some((t) => t.monday === week.monday);
  const { scale, rein, mean, least, there, weight } = theme;
  const known = !!horse.levels[scale]?.[rein];
  if (nth === 1) {
    const earlier = [...past, ...weeks.slice(0, w)].some((other) => other.theme === scale);
    const lower = themes.slice(0, themes.indexOf(theme)).every((t) => t.there >= LIKELY);
    facts.push({
      code: 'begins',
      scale,
      rein,
      mean: known ? mean : null,
      least,
      because: pinned
        ? 'you fixed it'
        : earlier
          ? 'again'
          : there >= CONFIRMED
            ? 'kept up'
            : weight > 1
              ? 'the goal'
              : lower
                ? 'the first'
                : 'the next',
    });
  } else facts.push({ code: 'goes on', scale, nth, of: step.weeks });
  if (w === 1 && options[1]?.theme === week.theme && !pinned && wishes.step?.theme === week.theme)
    facts.push({ code: 'stretched', scale });
  if (w === 1 && options[1]?.not) facts.push({ code: 'moved on', scale: options[1].not });
  if (nth === step.weeks) facts.push({ code: 'gate', scale });
  const before = w > 0 && !options[w - 1]!.underWay ? weeks[w - 1]!.load : loadBefore;
  if (w === weeks.length - 1 && goalDate && weekFrom(week.monday).includes(goalDate))
    facts.push({ code: 'light', date: goalDate });
  else if (options[w]!.underWay) facts.push({ code: 'under way' });
  else if (week.load > before * 1.02) facts.push({ code: 'grows', from: before, to: week.load });
  else if (week.load < before * 0.98) facts.push({ code: 'less', from: before, to: week.load });
  else facts.push({ code: 'steady', load: week.load });
  const limits = new Set(weekFrom(week.monday).flatMap((d) => inForce(horse.limits.dated, d)));
  for (const limit of limits) facts.push({ code: 'limit', said: sentence(limit) });
  if (w === 0 && past.length === 0 && horse.age !== undefined && horse.age <= 4)
    facts.push({ code: 'young', age: horse.age });
  return facts;
}

function chancesOf({ themes, wishes, mondays }: Setting, ahead: AheadOf): Chance[] {
  const w = mondays.length - 1;
  const counts = wishes.goal.kind === 'keep going' ? () => true : (t: Theme) => t.weight > 1;
  return themes.filter(counts).map((theme) => ahead.chance(theme.scale, theme.least, w));
}

/** What a test will come to: each scale at its mean of both reins, as it is asked. */
function percentOf({ wishes: { goal }, mondays }: Setting, ahead: AheadOf): Programme['percent'] {
  if (goal.kind !== 'test') return null;
  const alike = 1 / SCALES.length;
  const asks = Object.fromEntries(
    SCALES.map((s) => [s, goal.asks ? (goal.asks[s] ?? 0) : alike]),
  ) as Record<Scale, number>;
  const week = mondays.length - 1;
  const mark = expectedMark(asks, (scale) => {
    const [left, right] = [ahead.at(scale, 'left', week), ahead.at(scale, 'right', week)];
    if (!left || !right) return null;
    return { mean: (left.mean + right.mean) / 2, sd: Math.max(left.sd, right.sd) };
  });
  return mark && { mean: 10 * mark.mean, sd: 10 * mark.sd };
}

function chanceOfGoal(
  goal: Goal,
  forecast: readonly Chance[],
  percent: Programme['percent'],
): number | null {
  if (goal.kind === 'keep going') return null;
  if (goal.kind === 'test') return percent && chanceOf(percent, goal.percent);
  const chances = forecast.map((f) => f.chance);
  return chances.includes(null) || chances.length === 0 ? null : Math.min(...(chances as number[]));
}

interface Expected extends Pick<Programme, 'forecast' | 'percent' | 'chance'> {
  readonly ahead: AheadOf;
}

function unmetOf(
  { themes, wishes: { goal }, mondays, goalDate }: Setting,
  weeks: readonly KeptWeek[],
  { forecast, percent, chance, ahead }: Expected,
): Unmet[] {
  const unmet: Unmet[] = [];
  const last = mondays.length - 1;
  if (goalDate && dayOf(mondayOf(goalDate)) > dayOf(mondays[last]!))
    unmet.push({ code: 'too far', weeks: mondays.length });
  if (goal.kind === 'test' && percent && chance !== null && chance < LIKELY)
    unmet.push({ code: 'unlikely percent', chance, percent: goal.percent, likely: percent.mean });
  for (const { scale, least, chance: own } of goal.kind === 'keep going' ? [] : forecast) {
    if (own === null) unmet.push({ code: 'cannot know', scale });
    else if (own < LIKELY && goal.kind !== 'test') {
      const likely = ahead.likelyLevel(scale, last);
      const onDate = ahead.likelyAfter(scale, least, last);
      unmet.push({ code: 'unlikely', scale, chance: own, least, likely, onDate });
    }
  }
  for (const theme of themes) {
    const given = weeks.filter((w) => w.theme === theme.scale).length;
    const needed = weeksNeeded(theme);
    if (given === 0 && theme.there < LIKELY)
      unmet.push({ code: 'no room', scale: theme.scale, weeks: Math.max(LEAST_RUN, needed) });
  }
  const lessons = weeks.flatMap((w) => w.days).filter((d) => d.kind === 'lesson').length;
  const perWeek = lessons / Math.max(1, weeks.length);
  if (perWeek < 1) unmet.push({ code: 'few lessons', perWeek });
  return unmet;
}

/** Said when nothing keeps all rules: what is fixed by hand is the only thing that can be in the way. */
function noProgramme({ wishes, mondays }: Setting, empty: number): NoProgramme {
  const where = empty >= 0 ? ` in the week from ${mondays[empty]}` : '';
  const why =
    wishes.days.length + wishes.themes.length > 0
      ? `What you have fixed cannot all be kept${where}: never two hard days running, a rest and a light day every week, and load that grows by a tenth at most.`
      : `No week can be made${where} from the rider’s minutes and the free arena.`;
  const waysOut = [
    ...(wishes.days.length > 0 ? ['Free the days you fixed.'] : []),
    ...(wishes.themes.length > 0 ? ['Free the themes you fixed.'] : []),
    'Give the rider more minutes, or more days.',
  ];
  return { why, waysOut };
}
