import { railBox, trackBox, type Arena } from '../arena/arena.ts';
import { isOnTrack, trackCourse, trackHeading, type Course } from '../arena/course.ts';
import { turnSign, type Rein } from '../arena/rein.ts';
import type { Change, Stand } from '../forms/contract.ts';
import { offset, type Point } from '../geometry/curve.ts';
import { arc } from '../geometry/arc.ts';
import { legsLengthM, type Leg } from '../geometry/leg.ts';
import { SAME_M, TAU, wrapRad } from '../units.ts';

/** Where a point of the ridden track lies on paper: on the rail. */
function onPaper(arena: Arena, p: Point): Point {
  const track = trackBox(arena);
  const rail = railBox(arena);
  const snap = (v: number, min: number, max: number, low: number, high: number) =>
    Math.abs(v - min) < 1e-4 ? low : Math.abs(v - max) < 1e-4 ? high : v;
  return {
    x: snap(p.x, track.minX, track.maxX, rail.minX, rail.maxX),
    y: snap(p.y, track.minY, track.maxY, rail.minY, rail.maxY),
  };
}

/** What is left of a figure that the inset would swallow: still a line, and the review says what it is. */
const LEAST_RIDDEN_M = 0.5;

/**
 * The diameter as it is ridden: counted from the rail on paper, a circle loses one inset for each
 * of two opposite sides that lie on a rail (20 m at E: 2 × 0.5 m, so 19 m; 10 m at E: 9.5 m).
 */
export function riddenDiameterM(
  arena: Arena,
  at: Point,
  headingRad: number,
  side: Rein,
  diameterM: number,
): number {
  const r = diameterM / 2;
  const centre = offset(onPaper(arena, at), headingRad, 0, turnSign(side) * r);
  const rail = railBox(arena);
  const near = (a: number, b: number) => (Math.abs(a - b) < 1e-4 ? 1 : 0);
  const across = near(centre.x - r, rail.minX) + near(centre.x + r, rail.maxX);
  const along = near(centre.y - r, rail.minY) + near(centre.y + r, rail.maxY);
  return Math.max(LEAST_RIDDEN_M, diameterM - arena.insetM * Math.max(across, along));
}

export const turnLeg = (
  at: Point,
  headingRad: number,
  side: Rein,
  diameterM: number,
  turns: number,
): Leg => ({ curve: arc(at, headingRad, diameterM / 2, turnSign(side) * turns * TAU) });

/** The side a figure turns to: as said, else the inside of the present rein. */
export const sideOf = (stand: Stand, said: Rein | undefined): Rein => said ?? stand.riding.rein;

/**
 * The course after a figure that ends elsewhere: on the track in the direction it arrives, else
 * straight on. An arrival square to the rail leaves the way on open.
 */
export function courseFrom(arena: Arena, at: Point, headingRad: number): Course {
  if (isOnTrack(arena, at)) {
    const left = trackHeading(arena, 'left', at);
    const along = Math.cos(wrapRad(headingRad - left));
    if (along > 0.05) return trackCourse('left');
    if (along < -0.05) return trackCourse('right');
  }
  return { kind: 'line', headingRad: wrapRad(headingRad), name: 'line' };
}

export const toRein = (afterM: number, rein: Rein): Change => ({
  afterM,
  patch: (riding) => ({ ...riding, rein }),
});

/** A figure that changes the rein at its middle and ends on a new course. */
export function endingOn(stand: Stand, legs: readonly Leg[]) {
  const last = legs.at(-1)?.curve;
  // Nothing to ride: the horse is there already.
  if (!last) return { legs, courseAfter: stand.course, changes: [] };
  const end = last.at(last.lengthM);
  const courseAfter = courseFrom(stand.arena, end, end.headingRad);
  const rein = courseAfter.kind === 'track' ? courseAfter.rein : stand.riding.rein;
  const changes = rein === stand.riding.rein ? [] : [toRein(legsLengthM(legs) / 2, rein)];
  return { legs, courseAfter, changes };
}

/** The point of a circle where the tangent from an outside point touches it, and the way there. */
export function tangentFrom(from: Point, centre: Point, radiusM: number, side: Rein) {
  const dx = centre.x - from.x;
  const dy = centre.y - from.y;
  const d = Math.hypot(dx, dy);
  // On the circle itself there is nothing to ride to it.
  if (d <= radiusM + SAME_M) return null;
  const off = Math.asin(radiusM / d);
  // Circling to the left, the centre lies to the left of the tangent's way.
  const headingRad = Math.atan2(dy, dx) - turnSign(side) * off;
  const lengthM = Math.sqrt(d * d - radiusM * radiusM);
  return { headingRad, lengthM, point: offset(from, headingRad, lengthM) };
}

/** How far to turn, in the direction of the side, from one heading to another: 0…2π. */
export function turnBetween(fromRad: number, toRad: number, side: Rein): number {
  const turn = turnSign(side) * (toRad - fromRad);
  return turn - TAU * Math.floor(turn / TAU + 1e-9);
}
