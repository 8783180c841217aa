import { footfallsIn, type Footfall } from '../gaits/footfalls.ts';
import { MOVING_GAITS } from '../gaits/paces.ts';
import { sampleRide } from './sample.ts';
import type { Ride } from './types.ts';

export interface FootfallsAt {
  readonly strideShare: number;
  readonly feet: readonly Footfall[];
}

/** The feet at a moment of the ride; null in a halt or a rein back, which have no such table. */
export function footfallsAt(ride: Ride, seconds: number): FootfallsAt | null {
  const pose = sampleRide(ride, seconds);
  const gait = MOVING_GAITS.find((g) => g === pose?.span.gait);
  if (!pose || !gait || pose.span.strides === 0) return null;
  const { pace, lead, rein } = pose.span.riding;
  return {
    strideShare: pose.strideShare,
    feet: footfallsIn(gait, pace, lead ?? rein, pose.strideShare),
  };
}
