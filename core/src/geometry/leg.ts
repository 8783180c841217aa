import { boxAround, type Box, type Curve, type CurvePoint } from './curve.ts';

/** A stretch of the planned line, with what its curve alone does not tell. */
export interface Leg {
  readonly curve: Curve;
  /** Where the body points when that is not the way it travels: lateral work on a slant. */
  readonly bodyRad?: number;
  /** Ridden backwards: the body points against the travel. */
  readonly backwards?: boolean;
  /** The leg begins somewhere else than the last one ended, after an error. */
  readonly jump?: boolean;
}

export const legsLengthM = (legs: readonly Leg[]): number =>
  legs.reduce((sum, leg) => sum + leg.curve.lengthM, 0);

export function legsBounds(legs: readonly Leg[]): Box {
  const boxes = legs.map((leg) => leg.curve.bounds());
  return boxAround(
    boxes.flatMap((b) => [
      { x: b.minX, y: b.minY },
      { x: b.maxX, y: b.maxY },
    ]),
  );
}

/** The point at a distance along several legs that follow each other. */
export function pointOnLegs(legs: readonly Leg[], atM: number): CurvePoint {
  let rest = atM;
  for (const leg of legs) {
    if (rest <= leg.curve.lengthM) return leg.curve.at(rest);
    rest -= leg.curve.lengthM;
  }
  const last = legs.at(-1);
  if (!last) throw new RangeError('pointOnLegs: no legs');
  return last.curve.at(last.curve.lengthM);
}
