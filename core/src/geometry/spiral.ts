import { clamp } from '../units.ts';
import { boxAround, offset, type Curve, type Point } from './curve.ts';

const SLICES_PER_TURN = 360;

/**
 * A spiral about a centre whose radius follows the smoothstep 3u² − 2u³ of the turned share u,
 * so that r′ is 0 at both ends and the heading has no jump where it leaves and meets its circles.
 * Length = ∫ √(r² + r′²) dθ, integrated by Simpson's rule in one-degree slices.
 *
 * @param startRad direction from the centre to the start
 * @param sweepRad total turn, positive to the left
 * @throws RangeError when a radius is not positive
 */
export function spiral(
  centre: Point,
  startRad: number,
  fromRadiusM: number,
  toRadiusM: number,
  sweepRad: number,
): Curve {
  if (!(fromRadiusM > 0 && toRadiusM > 0)) {
    throw new RangeError(`spiral: radii must be > 0, got ${fromRadiusM} and ${toRadiusM}`);
  }
  const turn = Math.abs(sweepRad);
  const side = sweepRad < 0 ? -1 : 1;
  const change = toRadiusM - fromRadiusM;
  const radius = (u: number) => fromRadiusM + change * (3 * u * u - 2 * u * u * u);
  const slope = (u: number) => (change * (6 * u - 6 * u * u)) / turn;
  const bend = (u: number) => (change * (6 - 12 * u)) / (turn * turn);
  const speed = (u: number) => {
    const [r, dr] = [radius(u), slope(u)];
    return Math.sqrt(r * r + dr * dr);
  };
  const slices = Math.max(8, Math.ceil((turn / (2 * Math.PI)) * SLICES_PER_TURN));
  const reached = reachedAfter(`${fromRadiusM} ${toRadiusM} ${turn}`, slices, turn, speed);
  const lengthM = reached[slices]!;

  const shareAt = (distance: number) => shareReached(reached, clamp(distance, 0, lengthM));
  const pointAt = (u: number): Point => {
    const angle = startRad + side * turn * u;
    return {
      x: centre.x + radius(u) * Math.cos(angle),
      y: centre.y + radius(u) * Math.sin(angle),
    };
  };

  return {
    kind: 'spiral',
    lengthM,
    at(distance) {
      const u = shareAt(distance);
      const [r, dr, ddr] = [radius(u), slope(u), bend(u)];
      const angle = startRad + side * turn * u;
      return {
        ...pointAt(u),
        headingRad: angle + side * (Math.PI / 2 - Math.atan2(dr, r)),
        // Curvature of a polar curve: (r² + 2r′² − r·r″) / (r² + r′²)^1.5.
        curvature: (side * (r * r + 2 * dr * dr - r * ddr)) / (r * r + dr * dr) ** 1.5,
      };
    },
    bounds() {
      return boxAround(Array.from({ length: slices + 1 }, (_, i) => pointAt(i / slices)));
    },
    draw(sink, fromM, toM) {
      const pieces = Math.max(4, Math.ceil((toM - fromM) / 0.4));
      for (let i = 1; i <= pieces; i++) {
        sink.line(pointAt(shareAt(fromM + ((toM - fromM) * i) / pieces)));
      }
    },
  };
}

/** A lesson has few shapes of spiral, and lays each of them many times. */
const MOST_KEPT = 64;
const kept = new Map<string, Float64Array>();

/** The length up to each slice. */
function reachedAfter(
  shape: string,
  slices: number,
  turn: number,
  speed: (u: number) => number,
): Float64Array {
  const before = kept.get(shape);
  if (before) return before;
  const reached = new Float64Array(slices + 1);
  let from = speed(0);
  for (let i = 0; i < slices; i++) {
    const to = speed((i + 1) / slices);
    const simpson = (from + 4 * speed((i + 0.5) / slices) + to) / 6;
    reached[i + 1] = reached[i]! + simpson * (turn / slices);
    from = to;
  }
  if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
  kept.set(shape, reached);
  return reached;
}

/** The share of the turn at which a length is reached, between slices in proportion. */
function shareReached(reached: Float64Array, lengthM: number): number {
  let low = 0;
  let high = reached.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (reached[middle]! <= lengthM) low = middle;
    else high = middle;
  }
  const slice = reached[high]! - reached[low]!;
  return (low + (slice > 0 ? (lengthM - reached[low]!) / slice : 0)) / (reached.length - 1);
}

/** A spiral from a pose: round the centre that lies on the given side of it. */
export function spiralFrom(
  from: Point,
  headingRad: number,
  side: 1 | -1,
  fromRadiusM: number,
  toRadiusM: number,
  rounds: number,
): Curve {
  const centre = offset(from, headingRad, 0, side * fromRadiusM);
  return spiral(
    centre,
    headingRad - (side * Math.PI) / 2,
    fromRadiusM,
    toRadiusM,
    side * rounds * 2 * Math.PI,
  );
}
