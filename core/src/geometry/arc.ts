import { clamp, TAU } from '../units.ts';
import { boxAround, offset, type Curve, type Point } from './curve.ts';

export interface Arc extends Curve {
  readonly kind: 'arc';
  readonly centre: Point;
  readonly radiusM: number;
  /** Direction from the centre to the start. */
  readonly startRad: number;
  /** Positive to the left. */
  readonly sweepRad: number;
}

/**
 * A part of a circle from a pose, exact in length: radius × |sweep|.
 *
 * @param sweepRad how far it turns, positive to the left; more than a full circle is allowed
 * @throws RangeError when the radius is not positive
 */
export function arc(from: Point, headingRad: number, radiusM: number, sweepRad: number): Arc {
  if (!(radiusM > 0)) throw new RangeError(`arc: radiusM must be > 0, got ${radiusM}`);
  const side = sweepRad < 0 ? -1 : 1;
  const centre = offset(from, headingRad, 0, side * radiusM);
  const startRad = headingRad - (side * Math.PI) / 2;
  const lengthM = radiusM * Math.abs(sweepRad);
  const onCircle = (angleRad: number): Point => ({
    x: centre.x + radiusM * Math.cos(angleRad),
    y: centre.y + radiusM * Math.sin(angleRad),
  });
  return {
    kind: 'arc',
    centre,
    radiusM,
    startRad,
    sweepRad,
    lengthM,
    at(distance) {
      const turned = (side * clamp(distance, 0, lengthM)) / radiusM;
      const angle = startRad + turned;
      return {
        x: centre.x + radiusM * Math.cos(angle),
        y: centre.y + radiusM * Math.sin(angle),
        headingRad: headingRad + turned,
        curvature: side / radiusM,
      };
    },
    bounds() {
      // The extremes of a circle lie at whole quarters, so only those it passes count.
      const points = [onCircle(startRad), onCircle(startRad + sweepRad)];
      const low = Math.min(startRad, startRad + sweepRad);
      const high = low + Math.min(Math.abs(sweepRad), TAU);
      for (let k = Math.ceil(low / (Math.PI / 2)); k * (Math.PI / 2) <= high; k++) {
        points.push(onCircle((k * Math.PI) / 2));
      }
      return boxAround(points);
    },
    draw(sink, fromM, toM) {
      sink.arc({
        centre,
        radiusM,
        startRad: startRad + (side * fromM) / radiusM,
        sweepRad: (side * (toM - fromM)) / radiusM,
      });
    },
  };
}
