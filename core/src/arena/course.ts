import { SAME_M, positiveMod, wrapRad } from '../units.ts';
import { distanceM, headingTo, offset, type Bounds, type Point } from '../geometry/curve.ts';
import { line } from '../geometry/line.ts';
import type { Leg } from '../geometry/leg.ts';
import { letterOnTrack, lettersOf, trackBox, type Arena, type Letter } from './arena.ts';
import type { Rein } from './rein.ts';

/**
 * The way on when nothing else is said: round a track on a rein, or straight on along a line.
 * The track may be an inner one, `furtherInM` inside the ridden track.
 */
export type Course =
  | { readonly kind: 'track'; readonly rein: Rein; readonly furtherInM: number }
  | { readonly kind: 'line'; readonly headingRad: number; readonly name: string };

export const trackCourse = (rein: Rein, furtherInM = 0): Course => ({
  kind: 'track',
  rein,
  furtherInM,
});

interface Ring {
  readonly box: Bounds;
  /** Distance from A, anticlockwise, of each corner. */
  readonly cornerAt: readonly number[];
  readonly lengthM: number;
}

/** A ride asks for the same one at every step. */
const rings = new WeakMap<Arena, Map<number, Ring>>();

/** The track as a ring measured anticlockwise from A. */
function ringOf(arena: Arena, furtherInM: number): Ring {
  let own = rings.get(arena);
  if (!own) rings.set(arena, (own = new Map()));
  let ring = own.get(furtherInM);
  if (!ring) own.set(furtherInM, (ring = newRing(trackBox(arena, furtherInM))));
  return ring;
}

function newRing(box: Bounds): Ring {
  const w = 2 * box.maxX;
  const l = box.maxY - box.minY;
  return {
    box,
    cornerAt: [w / 2, w / 2 + l, 1.5 * w + l, 1.5 * w + 2 * l],
    lengthM: 2 * (w + l),
  };
}

const near = (a: number, b: number): boolean => Math.abs(a - b) < 1e-4;

/** Where on the ring a point lies (metres from A, anticlockwise), or null when it is off it. */
function ringPosition(arena: Arena, furtherInM: number, p: Point): number | null {
  const ring = ringOf(arena, furtherInM);
  const { box } = ring;
  const insideX = p.x > box.minX - 1e-4 && p.x < box.maxX + 1e-4;
  const insideY = p.y > box.minY - 1e-4 && p.y < box.maxY + 1e-4;
  if (near(p.y, box.minY) && insideX) return positiveMod(p.x, ring.lengthM);
  if (near(p.x, box.maxX) && insideY) return ring.cornerAt[0]! + (p.y - box.minY);
  if (near(p.y, box.maxY) && insideX) return ring.cornerAt[1]! + (box.maxX - p.x);
  if (near(p.x, box.minX) && insideY) return ring.cornerAt[2]! + (box.maxY - p.y);
  return null;
}

function ringPoint(arena: Arena, furtherInM: number, u: number): Point {
  const ring = ringOf(arena, furtherInM);
  const { box } = ring;
  const at = positiveMod(u, ring.lengthM);
  const [c1, c2, c3, c4] = ring.cornerAt as [number, number, number, number];
  if (at <= c1) return { x: at, y: box.minY };
  if (at <= c2) return { x: box.maxX, y: box.minY + at - c1 };
  if (at <= c3) return { x: box.maxX - (at - c2), y: box.maxY };
  if (at <= c4) return { x: box.minX, y: box.maxY - (at - c3) };
  return { x: box.minX + (at - c4), y: box.minY };
}

export function isOnTrack(arena: Arena, p: Point, furtherInM = 0): boolean {
  return ringPosition(arena, furtherInM, p) !== null;
}

/** The direction of travel on the track at a point, on a rein. */
export function trackHeading(arena: Arena, rein: Rein, p: Point, furtherInM = 0): number {
  const u = ringPosition(arena, furtherInM, p);
  if (u === null) throw new RangeError(`trackHeading: (${p.x}, ${p.y}) is not on the track`);
  // Just past the point in travel, so that a corner already has its new direction.
  const ahead = ringPoint(arena, furtherInM, u + (rein === 'left' ? 1e-3 : -1e-3));
  return headingTo(ringPoint(arena, furtherInM, u), ahead);
}

/** Straight legs for `distance` metres of the course from a point, with the corners sharp. */
export function courseLegs(arena: Arena, course: Course, from: Point, distance: number): Leg[] {
  if (distance <= SAME_M) return [];
  if (course.kind === 'line') {
    return [{ curve: line(from, offset(from, course.headingRad, distance), course.headingRad) }];
  }
  const { furtherInM, rein } = course;
  const ring = ringOf(arena, furtherInM);
  const start = ringPosition(arena, furtherInM, from);
  if (start === null)
    throw new RangeError(`courseLegs: (${from.x}, ${from.y}) is not on the track`);
  const sign = rein === 'left' ? 1 : -1;
  const legs: Leg[] = [];
  let done = 0;
  let at = from;
  while (distance - done > SAME_M) {
    const u = start + sign * done;
    const toCorner = Math.min(
      ...ring.cornerAt.map((c) => {
        const gap = positiveMod(sign * (c - u), ring.lengthM);
        return gap < SAME_M ? ring.lengthM : gap;
      }),
    );
    const step = Math.min(toCorner, distance - done);
    const to = ringPoint(arena, furtherInM, start + sign * (done + step));
    legs.push({ curve: line(at, to) });
    at = to;
    done += step;
  }
  return legs;
}

export const trackLengthM = (arena: Arena, furtherInM = 0): number =>
  ringOf(arena, furtherInM).lengthM;

/** Metres along the course from a point to another one, 0 when it is there, null when never reached. */
export function metresToPoint(arena: Arena, course: Course, from: Point, to: Point): number | null {
  if (distanceM(from, to) < SAME_M) return 0;
  if (course.kind === 'line') {
    const d = distanceM(from, to);
    const off = Math.abs(wrapRad(headingTo(from, to) - course.headingRad));
    return off * d < 1e-3 ? d : null;
  }
  const [a, b] = [
    ringPosition(arena, course.furtherInM, from),
    ringPosition(arena, course.furtherInM, to),
  ];
  if (a === null || b === null) return null;
  const sign = course.rein === 'left' ? 1 : -1;
  return positiveMod(sign * (b - a), ringOf(arena, course.furtherInM).lengthM);
}

/** A letter as this course passes it: on an inner track, level with the letter. */
export function letterOnCourse(arena: Arena, course: Course, letter: Letter): Point {
  if (course.kind === 'line' || course.furtherInM === 0) return letterOnTrack(arena, letter);
  return letterOnTrack({ ...arena, insetM: arena.insetM + course.furtherInM }, letter);
}

/** The letters the course still passes, nearest first. */
export function lettersAhead(
  arena: Arena,
  course: Course,
  from: Point,
): { name: string; metres: number }[] {
  return lettersOf(arena)
    .map((letter) => ({
      name: letter.name,
      metres: metresToPoint(arena, course, from, letterOnCourse(arena, course, letter)),
    }))
    .filter((l): l is { name: string; metres: number } => l.metres !== null)
    .sort((a, b) => a.metres - b.metres);
}

/** Metres from a point inside the ridden track to its edge, straight on. */
export function metresToTrack(arena: Arena, from: Point, headingRad: number): number {
  const box = trackBox(arena);
  const [dx, dy] = [Math.cos(headingRad), Math.sin(headingRad)];
  const reach = [
    dx > 1e-9 ? (box.maxX - from.x) / dx : Infinity,
    dx < -1e-9 ? (box.minX - from.x) / dx : Infinity,
    dy > 1e-9 ? (box.maxY - from.y) / dy : Infinity,
    dy < -1e-9 ? (box.minY - from.y) / dy : Infinity,
  ];
  return Math.max(0, Math.min(...reach));
}

/**
 * Planned (sharp) metres of the course that make `riddenM` metres once its corners are rounded
 * with radius r: each quarter turn is (2 − π/2)·r shorter than its two sides.
 */
export function plannedMetresFor(
  arena: Arena,
  course: Course,
  from: Point,
  riddenM: number,
  cornerRadiusM: number,
): number {
  if (course.kind === 'line' || cornerRadiusM === 0) return riddenM;
  const ring = ringOf(arena, course.furtherInM);
  const start = ringPosition(arena, course.furtherInM, from) ?? 0;
  const sign = course.rein === 'left' ? 1 : -1;
  // A corner takes no more than half a side.
  const box = trackBox(arena, course.furtherInM);
  const radiusM = Math.min(cornerRadiusM, box.maxX, (box.maxY - box.minY) / 2);
  const savedM = (2 - Math.PI / 2) * radiusM;
  const laps = Math.floor(riddenM / (ring.lengthM - 4 * savedM));
  let planned = laps * ring.lengthM;
  let rest = riddenM - laps * (ring.lengthM - 4 * savedM);
  const gaps = ring.cornerAt
    .map((c) => positiveMod(sign * (c - start), ring.lengthM))
    .sort((a, b) => a - b);
  let at = 0;
  for (const gap of gaps) {
    const straight = gap - radiusM - at;
    if (rest <= straight) break;
    const turnM = (Math.PI / 2) * radiusM;
    if (rest <= straight + turnM) {
      return planned + gap - radiusM + ((rest - straight) / turnM) * 2 * radiusM;
    }
    rest -= straight + turnM;
    at = gap + radiusM;
  }
  planned += at + rest;
  return planned;
}
