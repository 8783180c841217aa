import type { MovingGait, PaceName, Stride } from './paces.ts';

export type StrideTable = Record<MovingGait, Partial<Record<PaceName, Stride>>>;

const stride = (speedMps: number, lengthM: number): Stride => ({ speedMps, lengthM });
const between = (a: Stride, b: Stride): Stride =>
  stride((a.speedMps + b.speedMps) / 2, (a.lengthM + b.lengthM) / 2);

/** The height the default table was measured at. */
export const TABLE_HEIGHT_CM = 165;

/**
 * Adult sport horses of about 165 cm.
 * Source: Clayton, Equine Veterinary Journal 1994–1995, kinematics of the dressage walk, trot and
 * canter (from memory). Free walk ≈ extended walk and "lengthened" between working and medium:
 * common practice.
 */
export const DEFAULT_STRIDES = {
  walk: {
    collected: stride(1.37, 1.57),
    medium: stride(1.73, 1.87),
    extended: stride(1.82, 1.93),
    free: stride(1.82, 1.93),
  },
  trot: {
    collected: stride(3.2, 2.5),
    working: stride(3.61, 2.73),
    lengthened: between(stride(3.61, 2.73), stride(4.47, 3.26)),
    medium: stride(4.47, 3.26),
    extended: stride(4.93, 3.55),
  },
  canter: {
    collected: stride(3.27, 2.0),
    working: stride(3.91, 2.35),
    lengthened: between(stride(3.91, 2.35), stride(4.9, 2.94)),
    medium: stride(4.9, 2.94),
    extended: stride(5.97, 3.47),
  },
} satisfies StrideTable;

/** Rein back: 0.7 m/s, 0.6 m a step, so 1.2 m a stride. Common practice. */
export const REIN_BACK: Stride = stride(0.7, 1.2);

/** The walk of the one who leads: 1.2 m/s; the horse takes the steps of a short walk. Common practice. */
export const LED: Stride = stride(1.2, 1.4);

/** Half-steps: 0.5 m a step, 57.5 strides a minute. Common practice. */
export const HALF_STEPS: Stride = stride((57.5 / 60) * 1.0, 1.0);

/** The least canter stride of a horse, as a share of its collected one. Common practice. */
export const ON_THE_SPOT = 0.5;

/** Lateral work keeps the tempo of its pace with 0.9 of its stride. Common practice. */
export const LATERAL_SHARE = 0.9;

/**
 * The table for another height: length ∝ h and speed ∝ √h, so tempo ∝ 1/√h.
 * Source: pendulum (Froude) scaling; common practice until the horse is measured.
 *
 * @param heightCm at the withers, > 0
 */
export function scaledStride(base: Stride, heightCm: number): Stride {
  if (!(heightCm > 0)) throw new RangeError(`scaledStride: heightCm must be > 0, got ${heightCm}`);
  const q = heightCm / TABLE_HEIGHT_CM;
  return { speedMps: base.speedMps * Math.sqrt(q), lengthM: base.lengthM * q };
}

/** The default table for another height. */
export function scaledTable(heightCm: number): StrideTable {
  const scaled = (gait: MovingGait) =>
    Object.fromEntries(
      Object.entries((DEFAULT_STRIDES as StrideTable)[gait]).map(([pace, base]) => [
        pace,
        scaledStride(base, heightCm),
      ]),
    );
  return { walk: scaled('walk'), trot: scaled('trot'), canter: scaled('canter') };
}

/** The stride of a horse of this height in a pace, or null when the gait has no such pace. */
export function strideOf(heightCm: number, gait: MovingGait, pace: PaceName): Stride | null {
  const base = (DEFAULT_STRIDES as StrideTable)[gait][pace];
  return base ? scaledStride(base, heightCm) : null;
}
