import { CHAINS } from '@canter-book/core/exercises/chains/table';
import type { Chain, Exercise } from '@canter-book/core/exercises/exercise';
import { firstSite } from '@canter-book/core/exercises/sites';
import { LONG_ARENA } from '@canter-book/core/arena/arena';
import { horseFor, rideOfSite } from '@canter-book/core/exercises/trial';
import type { MovingGait } from '@canter-book/core/gaits/paces';
import type { Scale } from '@canter-book/core/scales';
import type { Readiness, Status } from '@canter-book/core/planner/readiness';
import { readinessOf } from '@canter-book/core/planner/readiness';
import type { HorseFile } from '@canter-book/core/planner/request';

export interface Filters {
  readonly words: string;
  readonly scale: Scale | '';
  readonly stage: number;
  readonly gait: MovingGait | '';
  /** At most so many minutes a round. */
  readonly minutes: number;
  readonly equipment: 'any' | 'none';
  readonly ready: boolean;
}

export const ANY_MINUTES = 99;

export const ALL: Filters = {
  words: '',
  scale: '',
  stage: 8,
  gait: '',
  minutes: ANY_MINUTES,
  equipment: 'any',
  ready: false,
};

const buildsFirst = (e: Exercise, scale: Scale): boolean =>
  e.builds[scale] === Math.max(...Object.values(e.builds));

/** Whether an exercise is among what is looked for; every word must be somewhere in it. */
export function matches(e: Exercise, filters: Filters, readiness: Readiness | null): boolean {
  const { words, scale, stage, gait, minutes, equipment, ready } = filters;
  const text = [e.name, e.purpose, e.good.measure, ...e.faults.map((f) => f.fault)]
    .join(' ')
    .toLowerCase();
  const said = words.toLowerCase().split(/\s+/).filter(Boolean);
  return (
    said.every((w) => text.includes(w)) &&
    (scale === '' || buildsFirst(e, scale)) &&
    e.stage <= stage &&
    (gait === '' || e.gaits.includes(gait)) &&
    (minutes === ANY_MINUTES || minutesOf(e) <= minutes) &&
    (equipment === 'any' || e.equipment.length === 0) &&
    (!ready || (readiness !== null && readiness.status !== 'not yet'))
  );
}

const known = new WeakMap<Exercise, number>();

/** One round of the first rung by an ordinary horse, in minutes. */
export function minutesOf(e: Exercise): number {
  const found = known.get(e);
  if (found !== undefined) return found;
  const [rung] = e.rungs;
  const site = firstSite(e, rung!, LONG_ARENA);
  const ride = site && rideOfSite(site, LONG_ARENA, horseFor(e, rung!));
  const way = ride?.movements[0]?.act === -1 ? ride.movements[0].seconds : 0;
  const minutes = ride ? (ride.totals.seconds - way) / 60 : 0;
  known.set(e, minutes);
  return minutes;
}

const ORDER: readonly Status[] = ['confirmed', 'improving', 'new', 'not yet'];

/** How far a horse is with an exercise: its best rung. */
export function bestRung(horse: HorseFile, e: Exercise): Readiness {
  const all = e.rungs.map((_, i) => readinessOf(horse, e, i));
  return all.reduce((a, b) => (ORDER.indexOf(b.status) <= ORDER.indexOf(a.status) ? b : a));
}

/** The shelf with the instructor's own exercises as a chain of their own. */
export const withOwn = (own: readonly Exercise[]): readonly Chain[] =>
  own.length === 0
    ? CHAINS
    : [
        {
          id: 'my-own',
          name: 'My exercises',
          about: 'Written by you, in the same form.',
          exercises: own,
        },
        ...CHAINS,
      ];
