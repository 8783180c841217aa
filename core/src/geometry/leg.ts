import { clamp } from '../units.ts';
import { distanceM, type Curve, type Point } from './curve.ts';

/** A stretch of the planned line, with what its curve alone does not tell. */
export interface Leg {
  readonly curve: Curve;
  /** Where the body points when that is not the way it travels: lateral work on a slant. */
  readonly bodyRad?: number;
  /** Ridden backwards: the body points against the travel. */
  readonly backwards?: boolean;
  /** The leg begins somewhere else than the last one ended, after an error. */
  readonly jump?: boolean;
  /** The horse has turned on the spot before it: there is no corner to ride. */
  readonly turned?: boolean;
}

/** Ridden straight forward: it can be rounded off. */
export const isPlain = (leg: Leg): boolean => leg.bodyRad === undefined && !leg.backwards;

export const legsLengthM = (legs: readonly Leg[]): number =>
  legs.reduce((sum, leg) => sum + leg.curve.lengthM, 0);

const SEARCH_STEP_M = 0.25;

/** Where legs that follow each other come nearest to a point: metres along them, and how far away. */
export function nearestOnLegs(legs: readonly Leg[], to: Point): { atM: number; awayM: number } {
  let best = { atM: 0, awayM: Infinity };
  let startM = 0;
  for (const { curve } of legs) {
    for (const d of candidates(curve, to)) {
      const awayM = distanceM(curve.at(d), to);
      if (awayM < best.awayM) best = { atM: startM + d, awayM };
    }
    startM += curve.lengthM;
  }
  return best;
}

/** On a straight the foot of the perpendicular; on a bend, close steps. */
function candidates(curve: Curve, to: Point): number[] {
  if (curve.kind === 'line') {
    const { x, y, headingRad } = curve.at(0);
    return [(to.x - x) * Math.cos(headingRad) + (to.y - y) * Math.sin(headingRad)].map((d) =>
      clamp(d, 0, curve.lengthM),
    );
  }
  const steps = Math.max(1, Math.ceil(curve.lengthM / SEARCH_STEP_M));
  return Array.from({ length: steps + 1 }, (_, i) => (curve.lengthM * i) / steps);
}
