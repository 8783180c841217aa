import { clamp } from '../units.ts';
import type { Ride } from '../ride/types.ts';

/**
 * A clock that follows a rider: it runs at the tempo the taps at letters show, and each tap sets it right.
 * All times of the wall in milliseconds since 1970.
 */
export interface RideClock {
  /** Where the ride was at {@link sinceMs}. */
  readonly rideS: number;
  /** When that was; null while it is held. */
  readonly sinceMs: number | null;
  /** Seconds of the ride for each second of the wall; 1 as planned. */
  readonly tempo: number;
  /** The last tap at a letter since it was started. */
  readonly tap: { readonly rideS: number; readonly ms: number } | null;
}

/** The clock before the ride. */
export const clockAt = (rideS: number): RideClock => ({
  rideS,
  sinceMs: null,
  tempo: 1,
  tap: null,
});

export const rideSeconds = ({ rideS, sinceMs, tempo }: RideClock, nowMs: number): number =>
  sinceMs === null ? rideS : rideS + (tempo * Math.max(0, nowMs - sinceMs)) / 1000;

export const started = (clock: RideClock, nowMs: number): RideClock =>
  clock.sinceMs === null ? { ...clock, sinceMs: nowMs, tap: null } : clock;

/** A pause is no tempo: the next tap begins anew. */
export const held = (clock: RideClock, nowMs: number): RideClock => ({
  ...clock,
  rideS: rideSeconds(clock, nowMs),
  sinceMs: null,
  tap: null,
});

/** By hand, to a box: it says nothing of the tempo. */
export const movedTo = (clock: RideClock, rideS: number, nowMs: number): RideClock => ({
  ...clock,
  rideS,
  sinceMs: clock.sinceMs === null ? null : nowMs,
  tap: null,
});

/** Taps nearer than this say little of the tempo: a thumb is off by half a second. */
const LEAST_BETWEEN_S = 6;
/** A rider may be so much slower or quicker; beyond it something else happened. Common practice. */
const TEMPI = { low: 0.75, high: 1.33 } as const;
/** A single stretch counts half: the next one may be ridden otherwise. */
const WEIGHT = 0.5;

/** The rider is at a letter: the clock is set right, and the tempo learned from the way since the last one. */
export function tapped(clock: RideClock, ride: Ride, letterS: number, nowMs: number): RideClock {
  const { tap, tempo } = clock;
  const planned = tap ? letterS - tap.rideS : 0;
  const took = tap ? (nowMs - tap.ms) / 1000 : 0;
  const shown = took > 0 ? planned / took : 0;
  const tells =
    tap !== null &&
    planned >= LEAST_BETWEEN_S &&
    shown >= TEMPI.low &&
    shown <= TEMPI.high &&
    !stands(ride, tap.rideS, letterS);
  return {
    rideS: letterS,
    sinceMs: clock.sinceMs === null ? null : nowMs,
    tempo: tells ? clamp(tempo + WEIGHT * (shown - tempo), TEMPI.low, TEMPI.high) : tempo,
    tap: clock.sinceMs === null ? null : { rideS: letterS, ms: nowMs },
  };
}

/** How long a horse stands is nobody's tempo. */
const stands = ({ spans }: Ride, fromS: number, toS: number): boolean =>
  spans.some(
    (s) => s.lengthM === 0 && s.seconds > 0 && s.startsAtS < toS && s.startsAtS + s.seconds > fromS,
  );
