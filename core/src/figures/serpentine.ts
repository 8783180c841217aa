import { trackBox } from '../arena/arena.ts';
import { otherRein, turnSign, type Rein } from '../arena/rein.ts';
import { trackCourse } from '../arena/course.ts';
import { act, type Change } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';
import { BENT } from '../forms/told.ts';
import { arc } from '../geometry/arc.ts';
import { distanceM, offset, type Point } from '../geometry/curve.ts';
import type { Leg } from '../geometry/leg.ts';
import { line } from '../geometry/line.ts';
import { toRein } from './shared.ts';

/** The parts of one loop seen by a rider: straight metres and quarter turns. */
function loopParts(spacingM: number, widthM: number) {
  const radiusM = Math.min(spacingM, widthM) / 2;
  return {
    radiusM,
    // Half a crossing, the turn, the rail, the turn, half a crossing.
    crossingM: Math.max(0, widthM - spacingM) / 2,
    railM: Math.max(0, spacingM - widthM),
  };
}

/**
 * A serpentine of n loops over the whole width, from A to C or from C to A, spacing s = L/n.
 * s < W: half circles of s/2 joined by W − s straight across, half a piece at each end, so
 * n·(πs/2 + W − s) long. s > W: quarter circles of W/2 joined by s − W along the rail.
 * The rein changes at each crossing of the centre line. Source: geometry.
 */
export const serpentine = act({
  kind: 'serpentine',
  shows: BENT,
  balancing: true,
  pattern: pattern('serpentine {loops:count} [to {to:letter}]'),
  plan(stand, { loops, to }) {
    const box = trackBox(stand.arena);
    const here = stand.at;
    const atA = Math.abs(here.x) < 0.01 && Math.abs(here.y - box.minY) < 0.01;
    const atC = Math.abs(here.x) < 0.01 && Math.abs(here.y - box.maxY) < 0.01;
    const along = Math.abs(Math.sin(stand.headingRad)) < 0.01;
    if (!along || !(atA || atC))
      return { code: 'wrong-place', kind: 'serpentine', wants: 'A or C' };
    if (to !== undefined && to !== (atA ? 'C' : 'A')) {
      return {
        code: 'wrong-place',
        kind: 'serpentine',
        wants: atA ? 'C as its end' : 'A as its end',
      };
    }
    const spacingM = (box.maxY - box.minY) / loops;
    const { radiusM, crossingM, railM } = loopParts(spacingM, box.maxX - box.minX);
    const legs: Leg[] = [];
    const changes: Change[] = [];
    let pose: Point & { headingRad: number } = { ...here, headingRad: stand.headingRad };
    let rein: Rein = stand.riding.rein;
    let riddenM = 0;
    const straight = (metres: number) => {
      if (metres <= 0) return;
      const end = offset(pose, pose.headingRad, metres);
      legs.push({ curve: line(pose, end, pose.headingRad) });
      pose = { ...end, headingRad: pose.headingRad };
      riddenM += distanceM(legs.at(-1)!.curve.at(0), end);
    };
    const quarter = () => {
      const curve = arc(pose, pose.headingRad, radiusM, (turnSign(rein) * Math.PI) / 2);
      legs.push({ curve });
      pose = curve.at(curve.lengthM);
      riddenM += curve.lengthM;
    };
    for (let i = 0; i < loops; i++) {
      straight(crossingM);
      quarter();
      straight(railM);
      quarter();
      straight(crossingM);
      if (i < loops - 1) {
        rein = otherRein(rein);
        changes.push(toRein(riddenM, rein));
      }
    }
    return { legs, changes, courseAfter: trackCourse(rein) };
  },
  examples: [
    { line: 'A serpentine 3 to C', metres: 30 * Math.PI },
    { line: 'A serpentine 4 to C', metres: 4 * ((Math.PI * 15) / 2 + 5) },
    { line: 'A serpentine 2', metres: 2 * (10 * Math.PI + 10) },
    { line: 'C serpentine 6 to A', metres: 6 * (5 * Math.PI + 10) },
  ],
  palette: [{ group: 'Lines', name: 'serpentine', says: '{a} serpentine 3 to {b}' }],
  help: [
    {
      section: 'Circles and loops',
      line: 'A serpentine 3 to C',
      says: 'Three loops, the whole width.',
    },
  ],
});
