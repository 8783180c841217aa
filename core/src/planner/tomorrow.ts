import { findExercise } from '../exercises/catalogue.ts';
import type { Exercise } from '../exercises/exercise.ts';
import { SCALES, type Scale } from '../observations/scales.ts';
import { dayOf } from '../progress/days.ts';
import { setName } from './marks.ts';
import { levelOf, type Done, type HorseFile } from './request.ts';

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

/** A scale that is not confirmed is worked on within so many days, and called for before they are over. Common practice. */
const WITHIN_DAYS = 5;
const CALLED_FOR_AFTER_DAYS = 3;
/** From this level on it is confirmed. */
const CONFIRMED_FROM = 6;

/** The scales that are not confirmed and that no lesson of the last days built. */
export function leftAlone(
  horse: HorseFile,
  today: string,
  shelf: readonly Exercise[],
): readonly Scale[] {
  const agoOf = (d: Done) => dayOf(today) - dayOf(d.date);
  const recent = horse.done.filter((d) => agoOf(d) > 0 && agoOf(d) < WITHIN_DAYS);
  if (!recent.some((d) => agoOf(d) >= CALLED_FOR_AFTER_DAYS)) return [];
  const built = new Set(
    recent.flatMap((d) => Object.keys(shelf.find((e) => e.id === d.exercise)?.builds ?? {})),
  );
  const weak = (scale: Scale) =>
    (['left', 'right'] as const).some((rein) => levelOf(horse, scale, rein).mean < CONFIRMED_FROM);
  return SCALES.filter((scale) => weak(scale) && !built.has(scale));
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
