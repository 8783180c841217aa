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

/** Rides one site by itself, out of the gait it begins in. */
export function tryOut(site: Site, arena: Arena, horse: HorseProfile): Trial {
  const gait =
    /\b(walk|trot|canter)\b/.exec(site.text)?.[1] === 'walk' ? 'walk medium' : 'trot working';
  const text = `${arenaText(arena)}\nstart A ${gait} ${site.rein}\n${site.text}\n`;
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
