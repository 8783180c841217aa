import { REINS } from '../arena/rein.ts';
import { chainOf } from '../exercises/catalogue.ts';
import type { Shelf } from '../exercises/shelf.ts';
import { CONFIRMED_FROM } from '../progress/standing.ts';
import { SCALES, type Scale } from '../scales.ts';
import { dayOf } from '../progress/days.ts';
import type { Next } from '../book/next.ts';
import { setName } from './marks.ts';
import { levelOf, type Done, type HorseFile } from './request.ts';

/** From the tries of a lesson to the next one. The planner goes by it, and the debrief says it. */

/** So many good tries, and so large a share of all, have it. Common practice. */
export const GOOD_TRIES = 3;
const GOOD_SHARE = 0.7;
/** So many lost ones, and more than were good, send it back. Common practice. */
const LOST_TRIES = 2;

/** The next step by the tries alone, unless the instructor has decided. */
export function nextOf({ good, lost, next }: Pick<Done, 'good' | 'lost' | 'next'>): Next {
  if (next) return next;
  if (lost >= LOST_TRIES && lost > good) return 'back';
  return good >= GOOD_TRIES && good / (good + lost) >= GOOD_SHARE ? 'on' : 'again';
}

const lastDayOf = (done: readonly Done[]): string =>
  done.reduce((last, { date }) => (date > last ? date : last), '');

/** How a rung, or an easier one of the same exercise, was lost in the last lesson; null when it was not. */
export function lostLast(done: readonly Done[], exercise: string, rung: number): Done | null {
  const last = lastDayOf(done);
  const own = (d: Done) => d.date === last && d.exercise === exercise && d.rung <= rung;
  return done.find((d) => own(d) && nextOf(d) === 'back') ?? null;
}

/** Whether it was decided in the last lesson that an exercise rests in this one. */
export const restsToday = (done: readonly Done[], exercise: string): boolean => {
  const last = lastDayOf(done);
  return done.some((d) => d.date === last && d.exercise === exercise && d.next === 'rest');
};

/** The exercises that what was lost in the last lesson goes back to. */
export function wentBackTo(done: readonly Done[], { find }: Shelf): ReadonlySet<string> {
  const last = lastDayOf(done);
  const lost = done.filter((d) => d.date === last && nextOf(d) === 'back');
  return new Set(lost.flatMap((d) => find(d.exercise)?.parent ?? []));
}

/** A scale that is not confirmed is worked on within so many days, and called for before they are over. Common practice. */
const WITHIN_DAYS = 5;
const CALLED_FOR_AFTER_DAYS = 3;

/** The scales that are not confirmed and that no lesson of the last days built. */
export function leftAlone(horse: HorseFile, today: string, { find }: Shelf): readonly Scale[] {
  const agoOf = (d: Done) => dayOf(today) - dayOf(d.date);
  const recent = horse.done.filter((d) => agoOf(d) > 0 && agoOf(d) < WITHIN_DAYS);
  if (!recent.some((d) => agoOf(d) >= CALLED_FOR_AFTER_DAYS)) return [];
  const built = new Set(recent.flatMap((d) => Object.keys(find(d.exercise)?.builds ?? {})));
  const weak = (scale: Scale) =>
    REINS.some((rein) => levelOf(horse, scale, rein).mean < CONFIRMED_FROM);
  return SCALES.filter((scale) => weak(scale) && !built.has(scale));
}

/** A chain that was worked on in the last two lessons rests, when they were no longer ago than this. Common practice. */
const RESTS_WITHIN_DAYS = 4;

/** The chains that the last two lessons both worked on. */
export function restingChains(done: readonly Done[], today: string): ReadonlySet<string> {
  const days = [...new Set(done.map((d) => d.date))].filter((date) => date < today).sort();
  const lastTwo = days.slice(-2);
  const [first] = lastTwo;
  if (lastTwo.length < 2 || dayOf(today) - dayOf(first!) > RESTS_WITHIN_DAYS) return new Set();
  const chainsOn = (date: string) =>
    new Set(done.filter((d) => d.date === date).flatMap((d) => chainOf(d.exercise)?.id ?? []));
  const [before, last] = lastTwo.map(chainsOn);
  return new Set([...last!].filter((chain) => before!.has(chain)));
}

/** As many as are remembered until tomorrow. */
const MOST_SAID = 3;
const IN_ORDER: readonly Next[] = ['back', 'rest', 'on', 'again'];

/** A set of the lesson, its next step, and the sentence that says so. */
export interface Tomorrow {
  readonly exercise: string;
  readonly rung: number;
  readonly next: Next;
  readonly said: string;
}

/** Each set of a lesson and its next step: those that were lost first, then those that held, then the rest. */
export function tomorrowOf(done: readonly Done[], shelf: Shelf): Tomorrow[] {
  const rank = (d: Done) => IN_ORDER.indexOf(nextOf({ good: d.good, lost: d.lost }));
  return (
    done
      .filter((d) => d.good + d.lost > 0 && shelf.find(d.exercise))
      // By what the tries say: a decision does not move the line it is made in.
      .toSorted((a, b) => rank(a) - rank(b) || b.good + b.lost - (a.good + a.lost))
      .slice(0, MOST_SAID)
      .map((d) => ({
        exercise: d.exercise,
        rung: d.rung,
        next: nextOf(d),
        said: said(d, shelf),
      }))
  );
}

function said(d: Done, { find }: Shelf): string {
  const exercise = find(d.exercise)!;
  const name = setName(exercise, d.rung);
  const tries = `${d.good} of ${d.good + d.lost} good`;
  const parent = exercise.parent === null ? undefined : find(exercise.parent);
  const step = exercise.rungs[d.rung + 1];
  const becomes: Readonly<Record<Next, string>> = {
    back: parent ? `Next time “${parent.name}” first.` : 'Next time an easier step of it.',
    rest: 'It rests next time.',
    on: step
      ? `The next step, ${step.name}, may be asked.`
      : 'It is there; keep it with a touch now and then.',
    again: 'The same again.',
  };
  return `${name}: ${tries}. ${becomes[nextOf(d)]}`;
}
