import type { Scale } from '../scales.ts';
import type { Constraint, IntegerProgramme, Solve, SolveOptions } from '../planner/integer.ts';
import type { Shape } from './shapes.ts';
import { SUITS, type WeekTheme } from './themes.ts';

/**
 * The weeks as two integer programmes in 0/1 variables:
 *
 *   r/s/w/n  scale s is the theme of n weeks from week w: a column per run, so that its length needs no rule of its own
 *   n/s/k    s has more than k weeks: each is worth less than the one before, so that they fill in order
 *
 *   p/w/i    week w has shape i
 *
 * They meet only where a shape suits the theme of its week. So the themes are chosen first and the shapes for them; what
 * any themes could have gained by suiting is in the bound. docs/programme.md says the rest.
 */

export interface WeekOptions {
  readonly shapes: readonly Shape[];
  /** The theme that is fixed, by hand or because the week is under way. */
  readonly theme: Scale | null;
  /** A theme that is over: its gate is open. */
  readonly not: Scale | null;
  /** The theme it was planned for; null where it was not. */
  readonly was: Scale | null;
  /** Begun already: its load is not held against the week after. */
  readonly underWay: boolean;
}

export interface ModelInput {
  readonly themes: readonly WeekTheme[];
  readonly weeks: readonly WeekOptions[];
  /** Load of the horse a week, of late. */
  readonly loadBefore: number;
  /** The share of the first week that is left, 0 to 1. */
  readonly firstShare: number;
  /** Weeks each theme has had before the first of these, and how many the last of them has had in a row. */
  readonly had: ReadonlyMap<Scale, number>;
  readonly run: { readonly theme: Scale; readonly weeks: number } | null;
  /** The last day before the first week was a hard one. */
  readonly hardBefore: boolean;
  /** The last week is light: the date is in it. */
  readonly lightLast: boolean;
}

/** Growth of the weekly load, at most. Common practice. */
export const GROWTH = 1.1;
/** Of the week before, in the week of the date. Common practice. */
export const LIGHT = 0.7;
/** A theme stays as long, and no longer unless it is the only one. Common practice. */
export const LEAST_RUN = 2;
export const MOST_RUN = 5;

const THEME_WORTH = 12;
const CHANGE_COSTS = 1.5;
/** Enough to tip what is equal. */
const SUITED = 0.1;
/** A week that stays as it was planned: nothing moves without a reason. */
const STAYS = 1;
/** So sure of a scale, the next may come before it has had its weeks. */
const THERE = 0.5;

/** Weeks in a row on one theme. */
export interface Run {
  readonly scale: Scale;
  readonly from: number;
  readonly weeks: number;
}

const nameOf = ({ scale, from, weeks }: Run): string => `r/${scale}/${from}/${weeks}`;
const covers = (run: Run, w: number): boolean => run.from <= w && w < run.from + run.weeks;

/** All runs that may be: of a length that suits, beside what is fixed. */
function runsOf({ themes, weeks, run }: ModelInput): Run[] {
  const alone = themes.length === 1;
  const N = weeks.length;
  const mayBe = (w: number, scale: Scale): boolean => {
    const { theme, not } = weeks[w]!;
    return theme === null ? alone || not !== scale : theme === scale;
  };
  const runs: Run[] = [];
  for (const { scale } of themes) {
    for (let from = 0; from < N; from++) {
      const before = from === 0 && run?.theme === scale ? run.weeks : 0;
      // Where its neighbours are fixed or over, a run is as short as they leave it.
      const shutBefore = from === 0 || !mayBe(from - 1, scale);
      for (let n = 1; from + n <= N && mayBe(from + n - 1, scale); n++) {
        const shutAfter = from + n === N || !mayBe(from + n, scale);
        const fixed = Array.from({ length: n }, (_, i) => weeks[from + i]!.theme === scale);
        if (before + n > MOST_RUN && !alone && !fixed.every(Boolean)) break;
        if (before + n < LEAST_RUN && !(shutBefore && shutAfter)) {
          const over = weeks[from + n]?.not === scale;
          if (!over) continue;
        }
        runs.push({ scale, from, weeks: n });
      }
    }
  }
  return runs;
}

/** The choice for each week, its worth, and the bound that no choice exceeds. */
export interface ChosenWeeks {
  readonly themes: readonly Scale[];
  readonly shapes: readonly Shape[];
  readonly objective: number;
  readonly bound: number;
}

/** Null when nothing keeps all rules. */
export async function chooseWeeks(
  input: ModelInput,
  solve: Solve,
  options: SolveOptions,
): Promise<ChosenWeeks | null> {
  const { themes, weeks } = input;
  if (weeks.some(({ shapes }) => shapes.length === 0)) return null;
  const runs = runsOf(input);
  const themed = await solve(themeProgramme(input, runs), options);
  if (themed.status === 'infeasible') return null;
  const of = weeks.map((_, w) => runs.find((r) => covers(r, w) && themed.chosen.has(nameOf(r)))!);
  const suits = (shape: Shape, scale: Scale) => (shape.kinds.includes(SUITS[scale]) ? SUITED : 0);
  const shaped = await solve(
    shapeProgramme(input, (shape, w) => shape.worth + suits(shape, of[w]!.scale)),
    options,
  );
  if (shaped.status === 'infeasible') return null;
  // The most that any themes would make of the shapes.
  const most = (shape: Shape) => Math.max(...themes.map(({ scale }) => suits(shape, scale)));
  const best = await solve(
    shapeProgramme(input, (shape) => shape.worth + most(shape)),
    options,
  );
  const objective = themed.objective + shaped.objective;
  return {
    themes: of.map((run) => run.scale),
    shapes: weeks.map(({ shapes }, w) => shapes.find((_, i) => shaped.chosen.has(`p/${w}/${i}`))!),
    objective,
    bound: Math.max(objective, themed.bound + best.bound),
  };
}

const sumOf = (runs: readonly Run[], factor = 1): [string, number][] =>
  runs.map((run) => [nameOf(run), factor]);

function themeProgramme(input: ModelInput, runs: readonly Run[]): IntegerProgramme {
  const { themes, weeks, had } = input;
  const constraints: Constraint[] = weeks.map((_, w) => ({
    name: `one theme ${w}`,
    terms: sumOf(runs.filter((run) => covers(run, w))),
    sense: '=',
    limit: 1,
  }));
  const objective: [string, number][] = runs.map((run) => {
    const goesOn = run.from === 0 && input.run?.theme === run.scale;
    const stays = weeks.filter(({ was }, w) => was === run.scale && covers(run, w)).length;
    return [nameOf(run), STAYS * stays - (goesOn ? 0 : CHANGE_COSTS)];
  });
  for (const [i, theme] of themes.entries()) {
    const { scale } = theme;
    const own = runs.filter((run) => run.scale === scale);
    const before = had.get(scale) ?? 0;
    const n = weeks.map((_, k) => `n/${scale}/${k}`);
    for (const [k, v] of n.entries())
      objective.push([v, THEME_WORTH * theme.weekWorth(before + k)]);
    const counted = own.map((run) => [nameOf(run), -run.weeks] as const);
    const terms = [...n.map((v) => [v, 1] as const), ...counted];
    constraints.push({ name: `weeks ${scale}`, terms, sense: '=', limit: 0 });
    for (const w of weeks.keys()) {
      // Two runs on one theme do not follow each other.
      const ends = own.filter((run) => run.from + run.weeks === w);
      const begins = own.filter((run) => run.from === w);
      if (ends.length > 0 && begins.length > 0) {
        const both = sumOf([...ends, ...begins]);
        constraints.push({ name: `apart ${w} ${scale}`, terms: both, sense: '<=', limit: 1 });
      }
      // The scales below that are not there have had their weeks first.
      if (begins.length === 0 || weeks[w]!.theme === scale) continue;
      for (const lower of themes.slice(0, i)) {
        if (lower.there >= THERE || (had.get(lower.scale) ?? 0) >= LEAST_RUN) continue;
        const earlier = runs.filter((r) => r.scale === lower.scale && r.from + r.weeks <= w);
        constraints.push({
          name: `order ${w} ${scale} ${lower.scale}`,
          terms: [...sumOf(begins), ...sumOf(earlier, -1)],
          sense: '<=',
          limit: 0,
        });
      }
    }
  }
  return { objective, constraints };
}

function shapeProgramme(
  { weeks, loadBefore, firstShare, hardBefore, lightLast }: ModelInput,
  worth: (shape: Shape, w: number) => number,
): IntegerProgramme {
  const constraints: Constraint[] = [];
  const p = (w: number, i: number) => `p/${w}/${i}`;
  const add = (name: string, terms: Constraint['terms'], limit: number): void =>
    void constraints.push({ name, terms, sense: '<=', limit });
  const shapesWith = (w: number, has: (shape: Shape) => boolean): [string, number][] =>
    weeks[w]!.shapes.flatMap((shape, i): [string, number][] => (has(shape) ? [[p(w, i), 1]] : []));
  const loadIn = (w: number, factor: number): [string, number][] =>
    weeks[w]!.shapes.map((shape, i) => [p(w, i), factor * shape.load]);
  for (const [w, { shapes, underWay }] of weeks.entries()) {
    const terms = shapes.map((_, i) => [p(w, i), 1] as const);
    constraints.push({ name: `one shape ${w}`, terms, sense: '=', limit: 1 });
    // Growth against the week before; before the first, against what the horse is used to.
    if (w === 0 || weeks[w - 1]!.underWay)
      add(`growth ${w}`, loadIn(w, 1), GROWTH * loadBefore * (w === 0 ? firstShare : 1));
    else add(`growth ${w}`, [...loadIn(w, 1), ...loadIn(w - 1, -GROWTH)], 0);
    const hardFirst = shapesWith(w, (s) => s.hardFirst);
    if (w > 0) add(`hard ${w}`, [...shapesWith(w - 1, (s) => s.hardLast), ...hardFirst], 1);
    else if (hardBefore && !underWay) add('hard before', hardFirst, 0);
  }
  const last = weeks.length - 1;
  if (lightLast && last > 0) add('light', [...loadIn(last, 1), ...loadIn(last - 1, -LIGHT)], 0);
  return {
    objective: weeks.flatMap(({ shapes }, w) =>
      shapes.map((shape, i) => [p(w, i), worth(shape, w)] as const),
    ),
    constraints,
  };
}
