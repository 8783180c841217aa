import { letterOnTrack, lettersOf } from '../arena/arena.ts';
import type { Point } from '../geometry/curve.ts';
import { nearestOnLegs, type Leg } from '../geometry/leg.ts';
import type { Moment } from '../lesson/document.ts';
import { SAME_M } from '../units.ts';
import type { LessonRider } from './rider.ts';

/** A line passes a letter when it comes this near. */
const AT_LETTER_M = 1;

/**
 * Where in a movement that began at `startM` a moment lies, in metres from there; null when the
 * movement never comes to the letter.
 *
 * @param rounds how often the figure is ridden, for its circle points
 */
export function momentsM(
  rider: LessonRider,
  at: Moment,
  startM: number,
  rounds: number,
): number[] | null {
  const lengthM = rider.recorder.plannedM - startM;
  switch (at) {
    case 'half':
      return [lengthM / 2];
    case 'quarter':
      return [lengthM / 4];
    case 'three-quarter':
      return [(lengthM * 3) / 4];
    case 'circle points':
      return Array.from({ length: 4 * rounds }, (_, k) => (lengthM * (k + 1)) / (4 * rounds));
    case 'end':
      return [lengthM];
    default: {
      const point = rider.point(at);
      const found = point && passing(rider, point, startM);
      return found === null ? null : [found];
    }
  }
}

/** The letters that a movement passes. */
export function lettersPassed(rider: LessonRider, startM: number): string[] {
  return lettersOf(rider.arena)
    .filter((letter) => passing(rider, letterOnTrack(rider.arena, letter), startM) !== null)
    .map((letter) => letter.name);
}

function passing(rider: LessonRider, point: Point, startM: number): number | null {
  const best = nearestOnLegs(legsSince(rider, startM), point);
  return best.awayM <= AT_LETTER_M ? best.atM : null;
}

function legsSince({ recorder }: LessonRider, startM: number): Leg[] {
  let rest = recorder.plannedM - startM;
  const legs: Leg[] = [];
  for (let i = recorder.legs.length - 1; i >= 0 && rest > SAME_M; i--) {
    legs.push(recorder.legs[i]!);
    rest -= recorder.legs[i]!.curve.lengthM;
  }
  return legs.reverse();
}
