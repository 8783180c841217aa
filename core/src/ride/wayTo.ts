import { findLetter } from '../arena/arena.ts';
import {
  courseLegs,
  isOnTrack,
  letterOnCourse,
  lettersAhead,
  metresToPoint,
  metresToTrack,
  trackCourse,
  trackLengthM,
} from '../arena/course.ts';
import { routeLegs } from '../figures/diagonals.ts';
import { courseFrom, endingOn } from '../figures/shared.ts';
import { distanceM, headingTo, offset, type Point } from '../geometry/curve.ts';
import type { Place } from '../lesson/document.ts';
import { SAME_M, positiveMod, wrapRad } from '../units.ts';
import type { LessonRider } from './rider.ts';

/** A route that begins more than this off the present heading would ask the horse to turn round. */
const TURNS_BACK_RAD = (120 * Math.PI) / 180;

/** The rest of a line's place: points to ride through, or a stretch of the track. */
export interface Route {
  readonly points: readonly Point[];
  readonly letters: readonly string[];
  readonly alongTrack: boolean;
}

/** Rides to the place of a line; answers the rest of its route when it has one. */
export function goTo(rider: LessonRider, place: Place | null): Route | null {
  if (!place) return null;
  if (place.kind === 'between') return goBetween(rider, place.letters);
  const letters =
    place.kind === 'at'
      ? [place.letter]
      : place.kind === 'along'
        ? [place.from, place.to]
        : place.letters;
  const unknown = letters.find((name) => !rider.point(name));
  if (unknown) {
    rider.fault(rider.noLetter(unknown));
    return null;
  }
  const [first, second] = letters as [string, string?];
  const next = second && second !== first ? rider.point(second) : null;
  reach(rider, first, place.kind === 'along' ? null : next);
  if (place.kind === 'at' || (place.kind === 'along' && place.from === place.to)) return null;
  if (place.kind === 'along') {
    rider.turnOntoTrack(undefined, next);
    return { points: [rider.at, next!], letters, alongTrack: true };
  }
  const points = [rider.at];
  for (const name of letters.slice(1)) {
    const point = rider.point(name)!;
    // The same letter twice? Nothing to ride.
    if (distanceM(points.at(-1)!, point) > SAME_M) points.push(point);
  }
  if (points.length < 2) return null;
  const off = Math.abs(wrapRad(headingTo(points[0]!, points[1]!) - rider.headingRad));
  if (!rider.facesRail() && off > TURNS_BACK_RAD) {
    rider.fault({ code: 'turns-back', from: first, to: second! });
  }
  return { points, letters, alongTrack: false };
}

/** Along the present course to a letter, as a movement of its own. */
function reach(rider: LessonRider, letter: string, next: Point | null) {
  const here = rider.point(letter)!;
  if (distanceM(rider.at, here) < SAME_M) return;
  // At the end of a line, the letter decides which way round the track goes.
  if (rider.facesRail()) rider.turnOntoTrack(undefined, here);
  const target = letterOnCourse(rider.arena, rider.course, findLetter(rider.arena, letter)!);
  const metres =
    metresToPoint(rider.arena, rider.course, rider.at, target) ?? beyondLine(rider, here);
  if (metres === null) {
    rider.fault(rider.notReached(letter));
    return rider.jumpTo(here, next);
  }
  if (metres < SAME_M) return;
  rider.begin('track', -1, `to ${letter}`, null);
  rideCourse(rider, metres, here);
}

/** A place on the track beyond the end of the present line: on to the rail, then round to it. */
function beyondLine(rider: LessonRider, to: Point): number | null {
  const { arena, course } = rider;
  if (course.kind !== 'line' || !isOnTrack(arena, to)) return null;
  const first = metresToTrack(arena, rider.at, course.headingRad);
  const end = offset(rider.at, course.headingRad, first);
  const rein = rider.reinTowards(end, course.headingRad, to);
  return first + (metresToPoint(arena, trackCourse(rein), end, to) ?? 0);
}

/** Rides on, over the end of a line on to the track when the way is longer. */
function rideCourse(rider: LessonRider, metres: number, towards: Point): void {
  const { arena, course, at } = rider;
  if (course.kind === 'track') return rider.ride(courseLegs(arena, course, at, metres));
  const first = Math.min(metres, metresToTrack(arena, at, course.headingRad));
  rider.ride(courseLegs(arena, course, at, first));
  if (metres - first <= SAME_M) return;
  // A slanted line already says which way it goes on; a square one is decided by what comes.
  const on = courseFrom(arena, rider.at, rider.headingRad);
  rider.turnOntoTrack(on.kind === 'track' ? on.rein : undefined, towards);
  if (rider.course.kind === 'track') rideCourse(rider, metres - first, towards);
}

/** Halfway along the course between two letters. */
function goBetween(rider: LessonRider, letters: readonly [string, string]): null {
  const unknown = letters.find((name) => !rider.point(name));
  if (unknown) rider.fault(rider.noLetter(unknown));
  else {
    if (rider.facesRail()) rider.turnOntoTrack(undefined, rider.point(letters[0]));
    const ahead = lettersAhead(rider.arena, rider.course, rider.at);
    const [a, b] = letters.map((name) => ahead.find((l) => l.name === name)?.metres);
    if (a === undefined || b === undefined) {
      rider.fault(rider.notReached(a === undefined ? letters[0] : letters[1]));
    } else {
      rider.begin('track', -1, `to ${letters.join('/')}`, null);
      rideCourse(rider, halfway(rider, a, b), rider.at);
    }
  }
  return null;
}

/** Metres to the middle between two letters; on the track, the horse may stand between them already. */
function halfway({ arena, course }: LessonRider, a: number, b: number): number {
  if (course.kind === 'line') return (a + b) / 2;
  const lapM = trackLengthM(arena, course.furtherInM);
  const gapM = positiveMod(b - a, lapM);
  const beforeB = b - gapM / 2;
  return beforeB >= -SAME_M ? Math.max(0, beforeB) : a + gapM / 2;
}

/** Rides the rest of a place: straight from point to point, or round the track. */
export function rideRoute(rider: LessonRider, route: Route) {
  const stand = rider.stand({ route });
  rider.follow(endingOn(stand, routeLegs(stand)));
}

/** Goes on to the next letter of the track, where a timed movement ends. */
export function onToLetter(rider: LessonRider) {
  const [next] = lettersAhead(rider.arena, rider.course, rider.at);
  if (next && next.metres > SAME_M) {
    rider.ride(courseLegs(rider.arena, rider.course, rider.at, next.metres));
  }
}

/** A line ridden to the rail at the end of the lesson, with nothing said of the way on. */
export function rideToEndOfLine(rider: LessonRider) {
  if (rider.course.kind !== 'line') return;
  rider.begin('track', -1, 'to the end of the line', null);
  const metres = metresToTrack(rider.arena, rider.at, rider.course.headingRad);
  rider.ride(courseLegs(rider.arena, rider.course, rider.at, metres));
  rider.fault({ code: 'course-not-continued', near: rider.nearHere() });
}
