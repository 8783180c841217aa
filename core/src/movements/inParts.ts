import { courseLegs, metresToTrack, plannedMetresFor } from '../arena/course.ts';
import { routeLegs } from '../figures/diagonals.ts';
import { endingOn } from '../figures/shared.ts';
import type { ActPlan, Change, Fault, Hold, Riding, Stand } from '../forms/contract.ts';
import { countsPerStride, type MovingGait, type PaceName } from '../gaits/paces.ts';
import { legsLengthM } from '../geometry/leg.ts';
import { SAME_M } from '../units.ts';

/** One part of an interval: how far it goes in ridden metres, and how it is ridden. */
export interface Part {
  readonly metres: number;
  readonly patch: (riding: Riding) => Riding;
}

/**
 * Part after part: along the present course, or on the route of the line. A route is ridden to its end:
 * without `xN` the parts fill it, with it the rest is ridden as before.
 */
export function inParts(
  stand: Stand,
  kind: string,
  unit: readonly Part[],
  after: Change['patch'] | null,
): ActPlan | Fault {
  const { arena, course, at, cornerRadiusM, route, riding } = stand;
  const whole = route && endingOn(stand, routeLegs(stand));
  // Straight from letter to letter there is no corner to cut.
  const straight = route !== null && !(route.alongTrack && course.kind === 'track');
  const planned = (metres: number) =>
    straight ? metres : plannedMetresFor(arena, course, at, metres, cornerRadiusM);
  const roomM = whole
    ? legsLengthM(whole.legs)
    : course.kind === 'line'
      ? metresToTrack(arena, at, stand.headingRad)
      : Infinity;
  const unitM = unit.reduce((sum, part) => sum + part.metres, 0);
  const times = stand.times ?? (whole && unitM > 0 ? Math.ceil(roomM / unitM) : 1);
  const changes: Change[] = [];
  const holds: Hold[] = [];
  let riddenM = 0;
  for (const { metres, patch } of repeated(unit, times)) {
    // What is left of a route is too short for another part: the last one is ridden to its end.
    if (whole && stand.times === null && planned(riddenM + metres / 2) > roomM) break;
    // Only thought of: a mark stands on the line, and nothing changes.
    if (metres === 0)
      holds.push({ afterM: planned(riddenM), seconds: 0, gait: patch(riding).gait });
    else changes.push({ afterM: planned(riddenM), patch });
    riddenM += metres;
  }
  const wantedM = planned(riddenM);
  if (wantedM > roomM + SAME_M && !(whole && stand.times === null)) {
    return { code: 'no-room', kind, wantedM, roomM };
  }
  const lengthM = whole && stand.times === null ? roomM : wantedM;
  if (after) changes.push({ afterM: lengthM, patch: after });
  if (whole) return { ...whole, changes: [...whole.changes, ...changes], holds };
  return { legs: courseLegs(arena, course, at, lengthM), changes, holds };
}

export const into =
  (gait: MovingGait, pace: PaceName) =>
  (r: Riding): Riding => ({
    ...r,
    gait,
    movingGait: gait,
    pace,
    lead: gait === 'canter' ? (r.gait === 'canter' ? r.lead : r.rein) : null,
  });

export const repeated = <T>(parts: readonly T[], times: number): T[] =>
  Array.from({ length: times }, () => parts).flat();

/** A count of strides, or of steps in walk, in metres. */
export const counted = (stand: Stand, gait: MovingGait, pace: PaceName, counts: number): number =>
  (counts / countsPerStride(gait)) * stand.strideM(gait, pace);
