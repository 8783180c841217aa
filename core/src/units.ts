/** Lengths closer than this are the same length. Far below a hoof, far above rounding of doubles. */
export const SAME_M = 1e-6;
/** Angles closer than this are the same angle. */
export const SAME_RAD = 1e-7;

export const TAU = 2 * Math.PI;

/** The angle in (−π, π]. */
export function wrapRad(angleRad: number): number {
  const wrapped = angleRad - TAU * Math.round(angleRad / TAU);
  return wrapped <= -Math.PI ? wrapped + TAU : wrapped;
}

export function clamp(value: number, low: number, high: number): number {
  return Math.min(high, Math.max(low, value));
}

export const degToRad = (deg: number): number => (deg * Math.PI) / 180;
export const radToDeg = (rad: number): number => (rad * 180) / Math.PI;

/** The remainder in [0, period), also for negative values. */
export function positiveMod(value: number, period: number): number {
  const rest = value % period;
  return rest < 0 ? rest + period : rest;
}

/** Rounds for display and JSON; never used in the arithmetic itself. */
export function roundTo(value: number, digits: number): number {
  const scale = 10 ** digits;
  return Math.round(value * scale) / scale;
}

/** A time in minutes and seconds, as clocks show it. */
export function clock(seconds: number): string {
  const whole = Math.max(0, Math.floor(seconds));
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}
