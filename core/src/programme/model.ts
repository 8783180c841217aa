import type { Scale } from '../observations/scales.ts';
import type { Constraint, IntegerProgramme } from '../planner/integer.ts';
import type { Shape } from './shapes.ts';
import { SUITS, type Theme } from './themes.ts';

/**
 * The weeks as an integer programme: one theme and one shape a week, in 0/1 variables.
 *
 *   r/s/w/n  scale s is the theme of n weeks from week w: a column per run, so that its length needs no rule of its own
 *   n/s/k    s has more than k weeks: each is worth less than the one before, so that they fill in order
 *   p/w/i    week w has shape i
 *   c/w/s    week w is for s and has the kind of day that suits it: the product, linearised
 *
 * docs/programme.md says the rest.
 */

export interface WeekOptions {
  readonly shapes: readonly Shape[];
  /** The theme that is fixed, by hand or because the week is under way. */
  readonly theme: Scale | null;
  /** A theme that is over: its gate is open. */
  readonly not: Scale | null;
  /** Begun already: its load is not held against the week after. */
  readonly underWay: boolean;
}

export interface ModelInput {
  readonly themes: readonly Theme[];
  readonly weeks: readonly WeekOptions[];
  /** What the horse has done of late, a week. */
  readonly loadBefore: number;
  /** What is left of the first week. */
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
const SUITED = 0.6;
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

/** The theme of a week in an answer. */
export const themeIn = (
  input: ModelInput,
  chosen: ReadonlySet<string>,
  w: number,
): Scale | undefined =>
  runsOf(input).find((run) => covers(run, w) && chosen.has(nameOf(run)))?.scale;

export const shapeIn = (
  { weeks }: ModelInput,
  chosen: ReadonlySet<string>,
  w: number,
): Shape | undefined => weeks[w]!.shapes.find((_, i) => chosen.has(`p/${w}/${i}`));

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

export function modelOf(input: ModelInput): IntegerProgramme {
  const { themes, weeks } = input;
  const objective: [string, number][] = [];
  const constraints: Constraint[] = [];
  const runs = runsOf(input);
  const add = (
    name: string,
    terms: Constraint['terms'],
    sense: Constraint['sense'],
    limit: number,
  ): void => void constraints.push({ name, terms, sense, limit });
  const p = (w: number, i: number) => `p/${w}/${i}`;
  const shapesWith = (w: number, has: (shape: Shape) => boolean): [string, number][] =>
    weeks[w]!.shapes.flatMap((shape, i): [string, number][] => (has(shape) ? [[p(w, i), 1]] : []));
  const loadIn = (w: number, factor: number): [string, number][] =>
    weeks[w]!.shapes.map((shape, i) => [p(w, i), factor * shape.load]);
  const sum = (of: readonly Run[], factor = 1): [string, number][] =>
    of.map((run) => [nameOf(run), factor]);

  for (const [w, { shapes }] of weeks.entries()) {
    add(`one theme ${w}`, sum(runs.filter((run) => covers(run, w))), '=', 1);
    add(
      `one shape ${w}`,
      shapes.map((_, i) => [p(w, i), 1]),
      '=',
      1,
    );
    for (const [i, shape] of shapes.entries()) objective.push([p(w, i), shape.worth]);
    for (const { scale } of themes) {
      const suited = shapesWith(w, ({ kinds }) => kinds.includes(SUITS[scale]));
      if (suited.length === 0) continue;
      const c = `c/${w}/${scale}`;
      const own = runs.filter((run) => run.scale === scale && covers(run, w));
      objective.push([c, SUITED]);
      add(`suits ${w} ${scale}`, [[c, 1], ...sum(own, -1)], '<=', 0);
      add(`has ${w} ${scale}`, [[c, 1], ...suited.map(([v]) => [v, -1] as const)], '<=', 0);
    }
  }

  for (const run of runs) {
    const goesOn = run.from === 0 && input.run?.theme === run.scale;
    if (!goesOn) objective.push([nameOf(run), -CHANGE_COSTS]);
  }
  for (const [i, theme] of themes.entries()) {
    const { scale } = theme;
    const own = runs.filter((run) => run.scale === scale);
    const before = input.had.get(scale) ?? 0;
    const n = weeks.map((_, k) => `n/${scale}/${k}`);
    for (const [k, v] of n.entries())
      objective.push([v, THEME_WORTH * theme.weekWorth(before + k)]);
    const counted = own.map((run) => [nameOf(run), -run.weeks] as const);
    add(`weeks ${scale}`, [...n.map((v) => [v, 1] as const), ...counted], '=', 0);
    for (const w of weeks.keys()) {
      // Two runs on one theme do not follow each other.
      const ends = own.filter((run) => run.from + run.weeks === w);
      const begins = own.filter((run) => run.from === w);
      if (ends.length > 0 && begins.length > 0)
        add(`apart ${w} ${scale}`, sum([...ends, ...begins]), '<=', 1);
      // The scales below that are not there have had their weeks first.
      if (begins.length === 0 || weeks[w]!.theme === scale) continue;
      for (const lower of themes.slice(0, i)) {
        if (lower.there >= THERE || (input.had.get(lower.scale) ?? 0) >= LEAST_RUN) continue;
        const earlier = runs.filter((r) => r.scale === lower.scale && r.from + r.weeks <= w);
        add(`order ${w} ${scale} ${lower.scale}`, [...sum(begins), ...sum(earlier, -1)], '<=', 0);
      }
    }
  }

  for (const w of weeks.keys()) {
    // Growth against the week before; before the first, against what the horse is used to.
    const share = w === 0 ? input.firstShare : 1;
    if (w === 0 || weeks[w - 1]!.underWay)
      add(`growth ${w}`, loadIn(w, 1), '<=', GROWTH * input.loadBefore * share);
    else add(`growth ${w}`, [...loadIn(w, 1), ...loadIn(w - 1, -GROWTH)], '<=', 0);
    const hardFirst = shapesWith(w, (s) => s.hardFirst);
    if (w > 0) add(`hard ${w}`, [...shapesWith(w - 1, (s) => s.hardLast), ...hardFirst], '<=', 1);
    else if (input.hardBefore && !weeks[0]!.underWay) add('hard before', hardFirst, '<=', 0);
  }
  if (input.lightLast && weeks.length > 1) {
    const w = weeks.length - 1;
    add('light', [...loadIn(w, 1), ...loadIn(w - 1, -LIGHT)], '<=', 0);
  }
  return { objective, constraints };
}
