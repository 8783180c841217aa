import { courseLegs, metresToPoint } from '../arena/course.ts';
import type { Arena } from '../arena/arena.ts';
import { act, type Stand } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';
import { STRAIGHT_ON } from '../forms/told.ts';
import type { Point } from '../geometry/curve.ts';
import { line } from '../geometry/line.ts';
import type { Leg } from '../geometry/leg.ts';
import { endingOn } from './shared.ts';

/** Straight from point to point of a route, or round the track to its end. */
export function routeLegs(stand: Stand): Leg[] {
  const { arena, course, at, route } = stand;
  const points = route?.points ?? [];
  if (route?.alongTrack && course.kind === 'track') {
    const metres = metresToPoint(arena, course, at, points.at(-1)!);
    if (metres !== null) return courseLegs(arena, course, at, metres);
  }
  return points.slice(1).map((to, i) => ({ curve: line(points[i]!, to) }));
}

/** A line that is not a diagonal turns off and on again; nearer to a short side it is only its corner. */
const LEAST_FROM_END_M = 10;

/** Whether a line from side to side leads across the school, rather than along its end. */
export function leadsAcross(from: Point, to: Point, { lengthM }: Arena): boolean {
  const level = Math.abs(from.y - to.y) < 1 && Math.abs(from.x - to.x) > 1;
  return !level || (from.y >= LEAST_FROM_END_M && from.y <= lengthM - LEAST_FROM_END_M);
}

/**
 * `H-X-F change rein`, `H-B change rein`: along the diagonal, the rein changes at its middle.
 * A long diagonal of a 20 × 60 arena is √(20² + 48²) = 52 m.
 */
export const changeRein = act({
  kind: 'change-rein',
  shows: STRAIGHT_ON,
  plain: true,
  straight: true,
  pattern: pattern('change rein'),
  route: 'needed',
  plan(stand) {
    const [from, to] = [stand.route?.points[0], stand.route?.points.at(-1)];
    if (from && to && !stand.route?.alongTrack && !leadsAcross(from, to, stand.arena)) {
      return {
        code: 'wrong-place',
        kind: 'change-rein',
        wants: 'a diagonal, or across from E to B',
      };
    }
    return endingOn(stand, routeLegs(stand));
  },
  examples: [
    { line: 'H-X-F change rein', metres: 52 },
    { line: 'F-X-H change rein', metres: 52 },
    { line: 'H-B change rein', metres: Math.hypot(20, 24) },
  ],
  palette: [
    {
      group: 'Change rein',
      name: 'across the school',
      says: '{a}-{b} change rein',
      between: 'long sides',
    },
  ],
  help: [
    { section: 'Lines and changes of rein', line: 'H-B change rein', says: 'The short diagonal.' },
  ],
});

/** `F-X half diagonal`: to the centre line, then straight on along it. */
export const halfDiagonal = act({
  kind: 'half-diagonal',
  shows: STRAIGHT_ON,
  straight: true,
  pattern: pattern('half diagonal'),
  route: 'needed',
  plan(stand) {
    const legs = routeLegs(stand);
    const last = legs.at(-1)!.curve;
    const end = last.at(last.lengthM);
    if (Math.abs(end.x) > 0.01) {
      return { code: 'wrong-place', kind: 'half-diagonal', wants: 'the centre line as its end' };
    }
    const up = Math.sin(end.headingRad) >= 0;
    const headingRad = up ? Math.PI / 2 : -Math.PI / 2;
    return {
      legs,
      courseAfter: { kind: 'line', headingRad, name: 'centre line' },
      headingAfterRad: headingRad,
    };
  },
  examples: [{ line: 'F-X half diagonal', metres: 26 }],
  palette: [
    {
      group: 'Change rein',
      name: 'half diagonal',
      says: '{a}-{b} half diagonal',
      between: 'two sides',
    },
  ],
  help: [
    {
      section: 'Lines and changes of rein',
      line: 'F-X half diagonal',
      says: 'To the centre line, and on along it.',
      after: 'C track left',
    },
  ],
});
