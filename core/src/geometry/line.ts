import { clamp } from '../units.ts';
import { boxAround, distanceM, headingTo, offset, type Curve, type Point } from './curve.ts';

export interface Line extends Curve {
  readonly kind: 'line';
  readonly from: Point;
  readonly to: Point;
  readonly headingRad: number;
}

/** A straight piece. Its heading may be given for a line of no length. */
export function line(from: Point, to: Point, headingRad = headingTo(from, to)): Line {
  const lengthM = distanceM(from, to);
  const cos = Math.cos(headingRad);
  const sin = Math.sin(headingRad);
  return {
    kind: 'line',
    from,
    to,
    headingRad,
    lengthM,
    at(distance) {
      const d = clamp(distance, 0, lengthM);
      return { x: from.x + d * cos, y: from.y + d * sin, headingRad, curvature: 0 };
    },
    bounds: () => boxAround([from, to]),
    draw(sink, _fromM, toM) {
      sink.line(toM >= lengthM ? to : offset(from, headingRad, toM));
    },
  };
}
