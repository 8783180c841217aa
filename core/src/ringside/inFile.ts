import { lastNotAfter } from '../geometry/blend.ts';
import { MOVING_GAITS, type MovingGait, type PaceName } from '../gaits/paces.ts';
import type { Ride, RideSpan } from '../ride/types.ts';

/**
 * Two horses ride one sheet, one behind the other. Each does at a letter what is asked there; they halt and rein
 * back at one moment. So they are always the same time apart, and the distance shrinks where the pace is slower.
 */

/** One horse's length, metres. Common practice. */
export const HORSE_LENGTH_M = 2.4;
/** Less room between the tail of the first and the nose of the second is too near. Common practice. */
export const LEAST_LENGTHS = 1;

const isTogether = ({ gait }: RideSpan): boolean => gait === 'halt' || gait === 'rein-back';

/** The room between tail and nose, in horse's lengths, when the noses are so many metres apart. */
const roomLengths = (metres: number): number => metres / HORSE_LENGTH_M - 1;

/**
 * The room between the two at a moment of the first one's ride, in horse's lengths, when the second comes to each
 * letter `gapS` seconds later. While the second is still outside it is reckoned at the pace of the first.
 */
export function lengthsBetween(ride: Ride, seconds: number, gapS: number): number {
  const { spans } = ride;
  if (spans.length === 0) return 0;
  let i = lastNotAfter(spans.length, (k) => spans[k]!.startsAtS <= seconds);
  let left = gapS;
  let metres = 0;
  // Back along the line, past what both do at once.
  for (let until = seconds; i >= 0 && left > 0; i--) {
    const span = spans[i]!;
    const shareS = Math.min(span.seconds, Math.max(0, until - span.startsAtS));
    until = span.startsAtS;
    if (isTogether(span) || shareS === 0) continue;
    const takenS = Math.min(left, shareS);
    metres += (takenS / span.seconds) * span.lengthM;
    left -= takenS;
  }
  const first = spans.find((s) => !isTogether(s) && s.seconds > 0);
  if (left > 0 && first) metres += (left * first.lengthM) / first.seconds;
  return roomLengths(metres);
}

/** The time between two horses with so much room between them, at the pace the first one goes at that moment. */
export function gapFor(ride: Ride, seconds: number, lengths: number): number {
  const going = ride.spans.filter((s) => s.lengthM > 0 && !isTogether(s));
  const span = going.findLast((s) => s.startsAtS <= seconds) ?? going[0];
  return span ? ((lengths + 1) * HORSE_LENGTH_M * span.seconds) / span.lengthM : 0;
}

export interface Nearest {
  readonly lengths: number;
  readonly atS: number;
  readonly itemId: string;
}

const LOOKED_AT_EVERY_S = 0.5;

/** Where the second comes nearest to the first from a moment on; null when nothing is ridden any more. */
export function nearest(ride: Ride, gapS: number, fromS = 0): Nearest | null {
  let found: Nearest | null = null;
  for (let atS = fromS; atS <= ride.totals.seconds; atS += LOOKED_AT_EVERY_S) {
    const span =
      ride.spans[lastNotAfter(ride.spans.length, (k) => ride.spans[k]!.startsAtS <= atS)];
    if (!span || isTogether(span)) continue;
    const lengths = lengthsBetween(ride, atS, gapS);
    if (found && lengths >= found.lengths - 1e-9) continue;
    found = { lengths, atS, itemId: ride.movements[span.movement]!.itemId };
  }
  return found;
}

/** A pace in which one of two horses covers more ground than the other. */
export interface Unlike {
  readonly gait: MovingGait;
  readonly pace: PaceName;
  /** The speed of the second, as a share of the first one's. */
  readonly share: number;
}

/** Up to here riders adapt without a thought. Common practice. */
const NOTICED = 0.04;

/** The paces of the sheet in which the two do not go alike, the greatest difference first. */
export function unlike(first: Ride, second: Ride): Unlike[] {
  const speeds = (ride: Ride) => {
    const found = new Map<string, { gait: MovingGait; pace: PaceName; m: number; s: number }>();
    for (const { riding, gait, lengthM, seconds } of ride.spans) {
      const moving = MOVING_GAITS.find((g) => g === gait);
      if (!moving || lengthM === 0) continue;
      const key = `${gait} ${riding.pace}`;
      const sum = found.get(key) ?? { gait: moving, pace: riding.pace, m: 0, s: 0 };
      found.set(key, { ...sum, m: sum.m + lengthM, s: sum.s + seconds });
    }
    return found;
  };
  const of = speeds(second);
  return [...speeds(first)]
    .flatMap(([key, a]) => {
      const b = of.get(key);
      return b ? [{ gait: a.gait, pace: a.pace, share: b.m / b.s / (a.m / a.s) }] : [];
    })
    .filter(({ share }) => Math.abs(share - 1) > NOTICED)
    .sort((a, b) => Math.abs(b.share - 1) - Math.abs(a.share - 1));
}
