import { lastNotAfter } from '../geometry/blend.ts';
import { clamp } from '../units.ts';
import type { Ride, RideSpan } from './types.ts';

/** Where the horse is at a moment, and how it goes. */
export interface Pose {
  readonly x: number;
  readonly y: number;
  /** The direction of travel. */
  readonly travelRad: number;
  /** The direction of the body. */
  readonly headingRad: number;
  readonly curvature: number;
  readonly metres: number;
  readonly span: RideSpan;
  /** Share of the present stride that is done, 0…1. */
  readonly strideShare: number;
}

/** The pose at `seconds` after the start, held at both ends; null for a ride without any time. */
export function sampleRide(ride: Ride, seconds: number): Pose | null {
  const spans = ride.spans;
  if (spans.length === 0) return null;
  const span = spans[lastNotAfter(spans.length, (i) => spans[i]!.startsAtS <= seconds)]!;
  const share = span.seconds > 0 ? clamp((seconds - span.startsAtS) / span.seconds, 0, 1) : 0;
  const metres = span.startM + share * span.lengthM;
  const point = ride.path.at(metres);
  // On a slanting line the piece itself carries the body's direction.
  const slanted = Math.abs(point.bodyRad - point.headingRad) > 1e-9;
  const offRad = slanted ? 0 : (span.riding.lateral?.bodyOffRad ?? 0);
  const ridden = share * span.strides;
  return {
    x: point.x,
    y: point.y,
    travelRad: point.headingRad,
    headingRad: span.turnRad ? span.turnFromRad + share * span.turnRad : point.bodyRad + offRad,
    curvature: point.curvature,
    metres,
    span,
    strideShare: ridden - Math.floor(ridden),
  };
}

/** The movement under way at a moment; of several that take no time, the last one begun. */
export function movementAt(ride: Ride, seconds: number): number {
  return lastNotAfter(ride.movements.length, (i) => ride.movements[i]!.startsAtS <= seconds + 1e-9);
}
