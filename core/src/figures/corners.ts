import { trackBox } from '../arena/arena.ts';
import {
  courseLegs,
  isOnTrack,
  lettersAhead,
  trackCourse,
  trackHeading,
  trackLengthM,
} from '../arena/course.ts';
import { turnSign } from '../arena/rein.ts';
import { act, type ActPlan, type Fault, type Stand } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';
import { BENT } from '../forms/told.ts';
import { offset, type Point } from '../geometry/curve.ts';
import type { Leg } from '../geometry/leg.ts';
import { line } from '../geometry/line.ts';
import { riddenDiameterM, sideOf } from './shared.ts';

/** Straight legs from point to point, ending where they began. */
function closed(points: readonly Point[]): Leg[] {
  return points.map((from, i) => ({ curve: line(from, points[(i + 1) % points.length]!) }));
}

/** `square 20`: sides of 20 m, the first one along the course; it begins and ends here. */
export const square = act({
  kind: 'square',
  shows: BENT,
  pattern: pattern('square [{side:side}] {sideM:metres}'),
  ownSide: true,
  plan(stand, { side: said, sideM }) {
    const side = sideOf(stand, said);
    const { arena, at, headingRad } = stand;
    const s = riddenDiameterM(arena, at, headingRad, side, sideM);
    const across = turnSign(side) * s;
    const corners = [
      at,
      offset(at, headingRad, s),
      offset(at, headingRad, s, across),
      offset(at, headingRad, 0, across),
    ];
    // The way on is the line it came from, not its own last side.
    return { legs: closed(corners), headingAfterRad: headingRad };
  },
  examples: [
    { line: 'C square 10', metres: 40 },
    { line: 'E square 15', metres: 60 },
  ],
  palette: [{ group: 'Circles', name: 'square', says: '{a} square {in} 20' }],
  help: [
    {
      section: 'Circles and loops',
      line: 'E square 15',
      says: 'Sides of 15 m, the first along the track.',
    },
  ],
});

/** `diamond 20`: the four circle points of a 20 m circle joined straight. */
export const diamond = act({
  kind: 'diamond',
  pattern: pattern('diamond [{side:side}] {diameterM:metres}'),
  ownSide: true,
  plan(stand, { side: said, diameterM }) {
    const side = sideOf(stand, said);
    const { arena, at, headingRad } = stand;
    const r = riddenDiameterM(arena, at, headingRad, side, diameterM) / 2;
    const in_ = turnSign(side) * r;
    const points = [
      at,
      offset(at, headingRad, r, in_),
      offset(at, headingRad, 0, 2 * in_),
      offset(at, headingRad, -r, in_),
    ];
    return { legs: closed(points), headingAfterRad: headingRad };
  },
  examples: [
    { line: 'E diamond 20', metres: 40 * Math.SQRT2 },
    { line: 'A diamond 20', metres: 40 * Math.SQRT2, before: 'start A walk medium left' },
  ],
  palette: [{ group: 'Circles', name: 'diamond', says: '{a} diamond {in} 20' }],
  help: [
    {
      section: 'Circles and loops',
      line: 'E diamond 20',
      says: 'The four points of a 20 m circle, joined straight.',
    },
  ],
});

/** Metres over which the horse moves from one track to another. Common practice. */
const SLANT_M = 5;

/** Further in than this there is no track to go round. */
const LEAST_HALF_WIDTH_M = 2;

/** A slant from the present track to one `deeperM` further in (out when negative). */
function slant(
  stand: Stand,
  deeperM: number,
): { legs: Leg[]; end: Point; furtherInM: number } | Fault {
  const { arena, at, course, riding } = stand;
  const furtherInM = course.kind === 'track' ? course.furtherInM : 0;
  if (course.kind !== 'track' || !isOnTrack(arena, at, furtherInM)) {
    return { code: 'wrong-place', kind: 'inner-track', wants: 'the track' };
  }
  const headingRad = trackHeading(arena, riding.rein, at, furtherInM);
  const end = offset(at, headingRad, SLANT_M, turnSign(riding.rein) * deeperM);
  const inside = furtherInM + deeperM;
  const box = trackBox(arena, inside);
  const roomAcrossM = box.maxX - LEAST_HALF_WIDTH_M;
  if (roomAcrossM < 0) {
    const kind = 'inner-track';
    return { code: 'no-room', kind, wantedM: inside, roomM: inside + roomAcrossM };
  }
  if (!isOnTrack(arena, end, inside)) {
    const roomM = lettersAhead(arena, course, at)[0]?.metres ?? 0;
    return { code: 'no-room', kind: 'inner-track', wantedM: SLANT_M + Math.abs(deeperM), roomM };
  }
  return { legs: [{ curve: line(at, end) }], end, furtherInM: inside };
}

/** On to a second track further in (1.5–2 m, common practice). */
export const innerTrack = act({
  kind: 'inner-track',
  pattern: pattern('inner track [{inM:metres}]'),
  plan(stand, { inM = 1.5 }) {
    const moved = slant(stand, inM);
    if ('code' in moved) return moved;
    return { legs: moved.legs, courseAfter: trackCourse(stand.riding.rein, moved.furtherInM) };
  },
  examples: [
    { line: 'F inner track 1.5', metres: Math.hypot(5, 1.5) },
    { line: 'E inner track', metres: Math.hypot(5, 1.5) },
  ],
  palette: [{ group: 'Lines', name: 'inner track', says: '{a} inner track 1.5' }],
  help: [
    {
      section: 'Lines and changes of rein',
      line: 'F inner track 1.5',
      says: 'On to a second track, so many metres in; “outer track” leads back.',
      after: 'outer track',
    },
  ],
});

/** Back out to the track. */
export const outerTrack = act({
  kind: 'outer-track',
  pattern: pattern('outer track'),
  plan(stand): ActPlan | Fault {
    const furtherInM = stand.course.kind === 'track' ? stand.course.furtherInM : 0;
    if (furtherInM === 0) return { legs: [] };
    const moved = slant(stand, -furtherInM);
    if ('code' in moved) return moved;
    return { legs: moved.legs, courseAfter: trackCourse(stand.riding.rein) };
  },
  examples: [
    { line: 'E outer track', metres: Math.hypot(5, 2), before: 'F inner track 2' },
    { line: 'B outer track', metres: 0 },
  ],
  palette: [{ group: 'Lines', name: 'outer track', says: '{a} outer track' }],
});

/** In to an inner track, once round it, out again: the inner rectangle runs a horse's length inside. */
export const rectangleInset = act({
  kind: 'rectangle',
  pattern: pattern('rectangle inset {inM:metres}'),
  plan(stand, { inM }) {
    const moved = slant(stand, inM);
    if ('code' in moved) return moved;
    const { arena, riding } = stand;
    const inner = trackCourse(riding.rein, moved.furtherInM);
    const round = courseLegs(arena, inner, moved.end, trackLengthM(arena, moved.furtherInM));
    const headingRad = trackHeading(arena, riding.rein, moved.end, moved.furtherInM);
    const back = slant({ ...stand, at: moved.end, headingRad, course: inner }, -inM);
    if ('code' in back) return back;
    return { legs: [...moved.legs, ...round, ...back.legs], courseAfter: stand.course };
  },
  examples: [{ line: 'F rectangle inset 2.4', metres: 2 * Math.hypot(5, 2.4) + 160 - 8 * 2.4 }],
  palette: [{ group: 'Lines', name: 'rectangle', says: '{a} rectangle inset 2.5' }],
  help: [
    {
      section: 'Lines and changes of rein',
      line: 'F rectangle inset 2.4',
      says: 'In to an inner track, once round, and out.',
    },
  ],
});

/** The part of the arena between two letters, ridden round once: along, across, along, across. */
export const rectangleBetween = act({
  kind: 'rectangle',
  pattern: pattern('rectangle between {from:letter} and {to:letter}'),
  plan(stand, { from, to }) {
    const [a, b] = [stand.letter(from), stand.letter(to)];
    if (!a || !b) return { code: 'no-such-letter', letter: a ? to : from, known: [] };
    const { at, arena } = stand;
    const box = trackBox(arena);
    const onSide =
      Math.abs(Math.abs(at.x) - box.maxX) < 0.01 && Math.abs(Math.sin(stand.headingRad)) > 0.99;
    const far = Math.abs(at.y - a.y) < 0.01 ? b.y : Math.abs(at.y - b.y) < 0.01 ? a.y : null;
    const ahead = far !== null && (far - at.y) * Math.sin(stand.headingRad) > 0;
    if (!onSide || far === null || !ahead) {
      return {
        code: 'wrong-place',
        kind: 'rectangle',
        wants: `the long side at ${from}, on the way to ${to}`,
      };
    }
    const corners = [at, { x: at.x, y: far }, { x: -at.x, y: far }, { x: -at.x, y: at.y }];
    return { legs: closed(corners), headingAfterRad: stand.headingRad };
  },
  examples: [
    { line: 'P rectangle between P and R', metres: 88 },
    { line: 'S rectangle between V and S', metres: 88 },
  ],
  help: [
    {
      section: 'Lines and changes of rein',
      line: 'P rectangle between P and R',
      says: 'That part of the arena, once round.',
    },
  ],
});
