import { chainOf } from '../exercises/catalogue.ts';
import type { Exercise } from '../exercises/exercise.ts';
import { givenTo } from '../exercises/faculties.ts';
import { stageOf } from '../exercises/trial.ts';
import { worthOf, type Candidate } from './candidates.ts';
import { focusSaid, serves, type Focus } from './focus.ts';
import type { Selection } from './selection.ts';

/**
 * How near an exercise is to the aim: one prepares the other or is a part of it; or both train one faculty;
 * or neither.
 */
export type Nearness = 'kin' | 'shares' | 'beside';

/** Factors of worth for work near the aim of the day, and beside it. Common practice. */
const WORTH_IN_WORK: Readonly<Record<Nearness, number>> = { kin: 1.6, shares: 1.3, beside: 0.8 };
/** The warm-up prepares the aim where it can; otherwise it is a warm-up. Common practice. */
const WORTH_ELSEWHERE: Readonly<Record<Nearness, number>> = { kin: 1.6, shares: 1.15, beside: 1 };

/** Exercises that prepare one another, or are parts of one another. */
export function isRelated(a: Exercise, b: Exercise): boolean {
  const names = (x: Exercise, y: Exercise) =>
    x.parts.includes(y.id) ||
    x.needs.exercises.includes(y.id) ||
    x.parent === y.id ||
    x.repair === y.id;
  const chain = chainOf(a.id)?.id;
  return (
    a.id === b.id ||
    (chain !== undefined && chain === chainOf(b.id)?.id) ||
    names(a, b) ||
    names(b, a)
  );
}

export const nearnessOf = (exercise: Exercise, aim: Exercise): Nearness =>
  isRelated(exercise, aim) ? 'kin' : givenTo(exercise, aim) ? 'shares' : 'beside';

/**
 * What the day is for: the set of the work that is worth most of what is not yet secure; where all of it is,
 * of what is hardest.
 */
export function aimOf({ chosen }: Pick<Selection, 'chosen'>): Candidate | null {
  const work = chosen.map((c) => c.candidate).filter((c) => c.phase === 'work');
  const learned = work.filter((c) => c.readiness.status !== 'confirmed');
  const stage = (c: Candidate) => stageOf(c.exercise, c.exercise.rungs[c.rung]!);
  const hardest = Math.max(...work.map(stage));
  const from = learned.length > 0 ? learned : work.filter((c) => stage(c) === hardest);
  return from.reduce<Candidate | null>((a, b) => (a && worthOf(a) >= worthOf(b) ? a : b), null);
}

/** The aim itself is what is being learned of it, not what is secure. */
const isBelowAim = (c: Candidate, all: readonly Candidate[], aim: Exercise): boolean =>
  c.exercise.id === aim.id &&
  c.phase === 'work' &&
  c.readiness.status === 'confirmed' &&
  all.some((o) => o.exercise.id === aim.id && o.phase === 'work' && o.rung > c.rung);

/** The aim of the day, in the words of the page. */
export interface Aim {
  readonly exercise: string;
  readonly name: string;
  readonly rungName: string;
  readonly purpose: string;
  /** The scale on a rein, or the rider's habit, that it was chosen for. */
  readonly for?: string;
}

export const aimSaid = ({ exercise, rung }: Candidate, focus?: Focus): Aim => ({
  exercise: exercise.id,
  name: exercise.name,
  rungName: exercise.rungs[rung]!.name,
  purpose: exercise.purpose,
  ...(focus && serves(exercise, focus) && { for: focusSaid(focus) }),
});

/** The candidate of most worth that serves a focus; one still being learned goes before a secure one. Null where none serves it. */
export function aimFor(candidates: readonly Candidate[], focus: Focus): Candidate | null {
  const work = candidates.filter((c) => c.phase === 'work' && serves(c.exercise, focus));
  const worth = (c: Candidate) => ('scale' in focus ? c.worth[focus.rein] : worthOf(c));
  const learned = work.filter((c) => c.readiness.status !== 'confirmed');
  return (learned.length > 0 ? learned : work).reduce<Candidate | null>(
    (a, b) => (a && worth(a) >= worth(b) ? a : b),
    null,
  );
}

const MOST_OTHERS = 3;

/** Other aims for the day, each of another thread: those being learned first, then by worth. */
export function otherAims(candidates: readonly Candidate[], aim: Exercise): Aim[] {
  const worth = (c: Candidate) => worthOf(c) * (c.readiness.status === 'confirmed' ? 0.5 : 1);
  const found: Candidate[] = [];
  const byWorth = candidates
    .filter((c) => c.phase === 'work' && !isRelated(c.exercise, aim))
    .sort((a, b) => worth(b) - worth(a));
  for (const c of byWorth) {
    if (found.length === MOST_OTHERS) break;
    if (!found.some((f) => isRelated(f.exercise, c.exercise))) found.push(c);
  }
  return found.map((c) => aimSaid(c));
}

/** The shelf of a day with an aim: what serves it counts more. */
export const forAim = (candidates: readonly Candidate[], aim: Exercise): Candidate[] =>
  candidates
    .filter((c) => !isBelowAim(c, candidates, aim))
    .map((c) => {
      const nearness = nearnessOf(c.exercise, aim);
      const factor = (c.phase === 'work' ? WORTH_IN_WORK : WORTH_ELSEWHERE)[nearness];
      return {
        ...c,
        inThread: nearness !== 'beside',
        worth: { left: c.worth.left * factor, right: c.worth.right * factor },
      };
    });
