import { DEFAULT_INSET_M, type Arena } from '../arena/arena.ts';
import type { HorseProfile } from '../gaits/horse.ts';
import { parseLesson } from '../notation/parse.ts';
import type { Finding } from '../review/finding.ts';
import { reviewLesson } from '../review/review.ts';
import { compileRide, standingAt } from '../ride/compile.ts';
import type { RiderState } from '../ride/rider.ts';
import type { Ride } from '../ride/types.ts';
import type { Stage } from '../gaits/stage.ts';
import type { Exercise, Rung } from './exercise.ts';
import { arenaText, type Site } from './sites.ts';

/** A site ridden by itself, and what the review says of it. */
export interface Trial {
  readonly text: string;
  readonly ride: Ride;
  readonly findings: readonly Finding[];
  readonly end: RiderState;
}

/** The first stage that may ride a rung. */
export const stageOf = (exercise: Exercise, rung: Rung): Stage =>
  Math.max(exercise.stage, rung.stage ?? 1) as Stage;

/** An ordinary horse that has just come to the stage of a rung. */
export const horseFor = (exercise: Exercise, rung: Rung): HorseProfile => ({
  name: 'a horse of the stage',
  heightCm: 165,
  stage: stageOf(exercise, rung),
  hollowSide: null,
});

const textOf = (site: Site, arena: Arena): string => {
  const walks = /\b(walk|trot|canter)\b/.exec(site.text)?.[1] === 'walk';
  const start = walks ? 'walk medium' : 'trot working';
  return `${arenaText(arena)}\nstart A ${start} ${site.rein}\n${site.text}\n`;
};

/** One site as it is ridden by itself, out of the gait it begins in. */
export const rideOf = (site: Site, arena: Arena, horse: HorseProfile): Ride =>
  compileRide(parseLesson(textOf(site, arena)).lesson, horse);

/** Rides one site by itself, and has the review look at it. */
export function tryOut(site: Site, arena: Arena, horse: HorseProfile): Trial {
  const text = textOf(site, arena);
  const parsed = parseLesson(text);
  const ride = compileRide(parsed.lesson, horse);
  return {
    text,
    ride,
    findings: reviewLesson(parsed.lesson, ride, parsed),
    end: standingAt(parsed.lesson, 'end', horse).rider,
  };
}

export const LONG_ARENA: Arena = { widthM: 20, lengthM: 60, insetM: DEFAULT_INSET_M };
export const SHORT_ARENA: Arena = { ...LONG_ARENA, lengthM: 40 };
