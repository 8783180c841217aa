import { chainOf } from '../exercises/catalogue.ts';
import type { Exercise } from '../exercises/exercise.ts';
import type { Candidate } from './candidates.ts';
import type { Selection } from './selection.ts';

/** What belongs to the aim of the day is worth so much more, what does not so much less. Common practice. */
const IN_THREAD = 1.6;
const BESIDE = 0.8;

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

/** What the day is for: the set of the work that is worth most of what is not yet secure, else of all. */
export function aimOf({ chosen }: Pick<Selection, 'chosen'>): Candidate | null {
  const work = chosen.map((c) => c.candidate).filter((c) => c.phase === 'work');
  const learned = work.filter((c) => c.readiness.status !== 'confirmed');
  const worth = (c: Candidate) => c.worth.left + c.worth.right;
  const from = learned.length > 0 ? learned : work;
  return from.reduce<Candidate | null>((a, b) => (a && worth(a) >= worth(b) ? a : b), null);
}

/** What the day is for, as it is said. */
export interface Aim {
  readonly exercise: string;
  readonly name: string;
  readonly rungName: string;
  readonly purpose: string;
}

export const aimSaid = ({ exercise, rung }: Candidate): Aim => ({
  exercise: exercise.id,
  name: exercise.name,
  rungName: exercise.rungs[rung]!.name,
  purpose: exercise.purpose,
});

const MOST_OTHERS = 3;

/** What else the day could be for: of other threads, what is being learned first, then what is worth most. */
export function otherAims(candidates: readonly Candidate[], aim: Exercise): Aim[] {
  const worth = (c: Candidate) =>
    (c.worth.left + c.worth.right) * (c.readiness.status === 'confirmed' ? 0.5 : 1);
  const found: Candidate[] = [];
  const byWorth = candidates
    .filter((c) => c.phase === 'work' && !isRelated(c.exercise, aim))
    .sort((a, b) => worth(b) - worth(a));
  for (const c of byWorth) {
    if (found.length === MOST_OTHERS) break;
    if (!found.some((f) => isRelated(f.exercise, c.exercise))) found.push(c);
  }
  return found.map(aimSaid);
}

/** The shelf of a day with an aim: what serves it counts more. */
export const forAim = (candidates: readonly Candidate[], aim: Exercise): Candidate[] =>
  candidates.map((c) => {
    // The warm-up prepares the aim where it can; otherwise it is a warm-up.
    const factor = isRelated(c.exercise, aim) ? IN_THREAD : c.phase === 'work' ? BESIDE : 1;
    return { ...c, worth: { left: c.worth.left * factor, right: c.worth.right * factor } };
  });
