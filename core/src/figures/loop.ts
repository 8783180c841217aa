import { turnSign } from '../arena/rein.ts';
import { isOnTrack, metresToTrack } from '../arena/course.ts';
import { act } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';
import { BENT } from '../forms/told.ts';
import { arc } from '../geometry/arc.ts';
import { distanceM, headingTo } from '../geometry/curve.ts';
import { SAME_M, degToRad, wrapRad } from '../units.ts';
import type { Leg } from '../geometry/leg.ts';
import { line } from '../geometry/line.ts';

/** A loop leaves the line that is being ridden, and comes back to it. */
const MOST_OFF_RAD = degToRad(2);

/** Its length on paper, by the closed form below. */
const loopM = (h: number, d: number): number => {
  const phi = 2 * Math.atan(d / h);
  return (4 * phi * h) / (2 * Math.sin(phi));
};

/**
 * A loop of depth d off the track and back: four equal arcs, tangent to the track at both ends and
 * parallel to it at the middle. With half-length h: φ = 2·atan(d/h), R = h/(2·sin φ), length 4·R·φ.
 * The depth counts from the rail. Source: geometry.
 */
export const loop = act({
  kind: 'loop',
  shows: BENT,
  pattern: pattern('loop {depthM:depth}'),
  route: 'needed',
  plan(stand, params) {
    const [from, to] = [stand.route!.points[0]!, stand.route!.points.at(-1)!];
    if (distanceM(from, to) < SAME_M) {
      return { code: 'wrong-place', kind: 'loop', wants: 'two letters apart' };
    }
    const headingRad = headingTo(from, to);
    const onLine = Math.abs(wrapRad(headingRad - stand.headingRad)) < MOST_OFF_RAD;
    // Its end is parallel to its beginning: against the rail it could not go on.
    if (!onLine || metresToTrack(stand.arena, to, headingRad) < SAME_M) {
      return {
        code: 'wrong-place',
        kind: 'loop',
        wants: 'two letters on one line, with room behind the second',
      };
    }
    const onRail = isOnTrack(stand.arena, from) && isOnTrack(stand.arena, to);
    const depthM = params.depthM - (onRail ? stand.arena.insetM : 0);
    // No deeper than the track itself? Then it is the straight line.
    if (depthM <= 0) return { legs: [{ curve: line(from, to) }] };
    const h = distanceM(from, to) / 2;
    const phi = 2 * Math.atan(depthM / h);
    const radiusM = h / (2 * Math.sin(phi));
    const side = turnSign(stand.riding.rein);
    const legs: Leg[] = [];
    let pose = { ...from, headingRad };
    for (const sign of [1, -1, -1, 1]) {
      const curve = arc(pose, pose.headingRad, radiusM, sign * side * phi);
      legs.push({ curve });
      pose = curve.at(curve.lengthM);
    }
    return { legs };
  },
  examples: [
    { line: 'H-K loop 5', metres: loopM(24, 5) },
    { line: 'F-M loop 10' },
    { line: 'H-K loop 0', metres: 48 },
  ],
  palette: [{ group: 'Lines', name: 'loop', says: '{a}-{b} loop 5', between: 'one side' }],
  help: [
    {
      section: 'Circles and loops',
      line: 'H-K loop 5',
      says: 'A loop along a long side, 5 m deep.',
    },
  ],
});
