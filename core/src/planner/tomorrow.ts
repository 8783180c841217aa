import { findExercise } from '../exercises/catalogue.ts';
import type { Exercise } from '../exercises/exercise.ts';
import { setName } from './marks.ts';
import type { Done } from './request.ts';

/** What the tries of a lesson mean for the next one. The planner goes by it, and the debrief says it. */

/** So many good tries, and so large a share of all, have it. Common practice. */
export const GOOD_TRIES = 3;
const GOOD_SHARE = 0.7;
/** So many lost ones, and more than were good, send it back. Common practice. */
const LOST_TRIES = 2;

export const wasHeld = ({ good, lost }: Pick<Done, 'good' | 'lost'>): boolean =>
  good >= GOOD_TRIES && good / (good + lost) >= GOOD_SHARE;

export const wasLost = ({ good, lost }: Pick<Done, 'good' | 'lost'>): boolean =>
  lost >= LOST_TRIES && lost > good;

const lastDayOf = (done: readonly Done[]): string =>
  done.reduce((last, { date }) => (date > last ? date : last), '');

/** How a rung, or an easier one of the same exercise, was lost in the last lesson; null when it was not. */
export function lostLast(done: readonly Done[], exercise: string, rung: number): Done | null {
  const last = lastDayOf(done);
  const own = (d: Done) => d.date === last && d.exercise === exercise && d.rung <= rung;
  return done.find((d) => own(d) && wasLost(d)) ?? null;
}

/** The exercises that what was lost in the last lesson goes back to. */
export function wentBackTo(
  done: readonly Done[],
  find: (id: string) => Exercise | undefined,
): ReadonlySet<string> {
  const last = lastDayOf(done);
  const lost = done.filter((d) => d.date === last && wasLost(d));
  return new Set(lost.flatMap((d) => find(d.exercise)?.parent ?? []));
}

/** As many as are remembered until tomorrow. */
const MOST_SAID = 3;

/** What a lesson means for the next one, in sentences: what was lost first, then what held, then the rest. */
export function tomorrowSaid(done: readonly Done[]): string[] {
  const tried = done.filter((d) => d.good + d.lost > 0 && findExercise(d.exercise));
  const rank = (d: Done) => (wasLost(d) ? 0 : wasHeld(d) ? 1 : 2);
  return tried
    .toSorted((a, b) => rank(a) - rank(b) || b.good + b.lost - (a.good + a.lost))
    .slice(0, MOST_SAID)
    .map(said);
}

function said(d: Done): string {
  const exercise = findExercise(d.exercise)!;
  const name = setName(exercise, d.rung);
  const tries = `${d.good} of ${d.good + d.lost} good`;
  const parent = exercise.parent === null ? undefined : findExercise(exercise.parent);
  if (wasLost(d)) {
    return parent
      ? `${name}: ${tries}. Next time “${parent.name}” first.`
      : `${name}: ${tries}. Next time an easier step of it.`;
  }
  const next = exercise.rungs[d.rung + 1];
  if (wasHeld(d) && next) return `${name}: ${tries}. The next step, ${next.name}, may be asked.`;
  return wasHeld(d)
    ? `${name}: ${tries}. It is there; keep it with a touch now and then.`
    : `${name}: ${tries}. The same again.`;
}
