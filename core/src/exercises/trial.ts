import { findLetter, lettersOf, type Arena } from '../arena/arena.ts';
import type { HorseProfile } from '../gaits/horse.ts';
import { isPlain } from '../geometry/leg.ts';
import { parseLesson } from '../notation/parse.ts';
import type { Finding } from '../review/finding.ts';
import { reviewLesson } from '../review/review.ts';
import { compileRide, horseAtPoint } from '../ride/compile.ts';
import type { RiderState } from '../ride/rider.ts';
import type { Ride } from '../ride/types.ts';
import { wrapRad } from '../units.ts';
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
export const rideOfSite = (site: Site, arena: Arena, horse: HorseProfile): Ride =>
  compileRide(parseLesson(textOf(site, arena)).lesson, horse);

/** Where a horse comes from that reaches a letter straight across the school, or up the centre line. */
function comesAcross({ at, rein }: Site, arena: Arena): string | null {
  if (at === 'A' || at === 'C') {
    return `${at === 'A' ? 'C' : 'A'} centre line\n${at} track ${rein}\n`;
  }
  const here = findLetter(arena, at);
  const opposite = lettersOf(arena).find(
    (l) => l.name !== at && l.y === here?.y && l.side !== 'centre' && here.side !== 'centre',
  );
  return opposite ? `${opposite.name} turn ${rein}\n${at} track ${rein}\n` : null;
}

/** Whether a site leaves its letter by the way on which a horse from across the school came to it. */
export function leavesAcross(site: Site, arena: Arena, horse: HorseProfile): boolean {
  const before = comesAcross(site, arena);
  if (before === null) return false;
  const ride = rideOfSite({ ...site, text: `${before}${site.text}` }, arena, horse);
  return ride.faults.some(({ fault }) => fault.code === 'turns-back');
}

/** Whether a horse has come to the track square to it. */
export function cameAcross({ lastLeg, headingRad }: RiderState): boolean {
  if (!lastLeg || !isPlain(lastLeg)) return false;
  const travelRad = lastLeg.curve.at(lastLeg.curve.lengthM).headingRad;
  return Math.abs(wrapRad(headingRad - travelRad)) > Math.PI / 4;
}

/** Rides one site by itself, and has the review look at it. */
export function tryOut(site: Site, arena: Arena, horse: HorseProfile): Trial {
  const text = textOf(site, arena);
  const parsed = parseLesson(text);
  const ride = compileRide(parsed.lesson, horse);
  return {
    text,
    ride,
    findings: reviewLesson(parsed.lesson, ride, parsed),
    end: horseAtPoint(parsed.lesson, 'end', horse).rider,
  };
}
