import { distanceM, type Point } from '../geometry/curve.ts';
import type { Ride } from '../ride/types.ts';

const STEP_M = 0.5;

/**
 * The lines of the lesson that run near a point, the nearest first; acts before the ways between
 * them. Lines in the same place keep the order in which they are ridden.
 */
export function linesNear(ride: Ride, at: Point, withinM: number): string[] {
  const nearest = new Map<string, { apartM: number; way: boolean }>();
  for (const span of ride.spans) {
    const { itemId, act } = ride.movements[span.movement]!;
    const steps = Math.ceil(span.lengthM / STEP_M);
    for (let i = 0; i <= steps; i++) {
      const point = ride.path.at(span.startM + (span.lengthM * i) / Math.max(1, steps));
      const apartM = distanceM(point, at);
      const known = nearest.get(itemId);
      if (apartM > withinM || (known && !known.way && act === -1)) continue;
      const better = !known || (known.way && act !== -1) || apartM < known.apartM - STEP_M;
      if (better) nearest.set(itemId, { apartM, way: act === -1 });
    }
  }
  return [...nearest]
    .sort(([, a], [, b]) => Number(a.way) - Number(b.way) || rough(a.apartM) - rough(b.apartM))
    .map(([itemId]) => itemId);
}

/** What is nearer by less than half a metre is in the same place for a finger. */
const rough = (metres: number): number => Math.round(metres / STEP_M);
