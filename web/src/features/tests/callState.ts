import { z } from '@canter-book/core/schema';
import type { Ride } from '@canter-book/core/ride/types';
import { letterToTap, type Call } from '@canter-book/core/ringside/calls';
import {
  clockAt,
  held,
  movedTo,
  rideSeconds,
  started,
  tapped,
  type RideClock,
} from '@canter-book/core/ringside/follow';

/** A ride that is being called on this device. */
export interface CallState {
  readonly horseId: string;
  /** The horse that rides behind it, '' for none. */
  readonly secondId: string;
  /** Seconds by which the second comes to a letter after the first. */
  readonly gapS: number;
  /** When the two were last tapped at one letter, as seconds of the ride; null while it is only wished for. */
  readonly measuredAtS: number | null;
  readonly clock: RideClock;
  readonly errors: number;
  readonly step: 'ride' | 'done';
}

export const begin = (
  horseId: string,
  secondId: string,
  gapS: number,
  fromS: number,
): CallState => ({
  horseId,
  secondId,
  gapS,
  measuredAtS: null,
  clock: clockAt(fromS),
  errors: 0,
  step: 'ride',
});

/** An act of the caller. */
export type CallAct =
  | 'go or wait'
  | 'at the letter'
  | 'second at the letter'
  | 'back a box'
  | 'error'
  | 'no error'
  | 'finish';

/** The call, and its moment. */
export interface Called {
  readonly ride: Ride;
  readonly calls: readonly Call[];
  readonly nowMs: number;
}

/** So long after a box has begun, back means this box; before it, the one before. */
const JUST_BEGUN_S = 2;

export function acted(state: CallState, act: CallAct, { ride, calls, nowMs }: Called): CallState {
  const { clock, errors } = state;
  const seconds = rideSeconds(clock, nowMs);
  const set = (to: RideClock) => ({ ...state, clock: to });
  switch (act) {
    case 'go or wait':
      return set(clock.sinceMs === null ? started(clock, nowMs) : held(clock, nowMs));
    case 'at the letter': {
      const call = letterToTap(leadersOf(calls), seconds);
      return call ? set(tapped(clock, ride, call.atS, nowMs)) : state;
    }
    case 'second at the letter': {
      // How far behind it is, is measured.
      const call = letterToTap(followersOf(calls), seconds);
      if (!call || !firstIsThere(call, state.gapS, seconds)) return state;
      return { ...state, gapS: seconds - (call.atS - state.gapS), measuredAtS: seconds };
    }
    case 'back a box': {
      const starts = boxStarts(leadersOf(calls));
      const to = starts.findLast((c) => c.speakAtS < seconds - JUST_BEGUN_S) ?? starts[0];
      return to ? set(movedTo(clock, to.speakAtS - 0.5, nowMs)) : state;
    }
    case 'error':
      return { ...state, errors: Math.min(20, errors + 1) };
    case 'no error':
      return { ...state, errors: Math.max(0, errors - 1) };
    case 'finish':
      return { ...state, clock: held(clock, nowMs), step: 'done' };
  }
}

/** The second cannot be at a letter the first has not come to. */
export const firstIsThere = (call: Call, gapS: number, seconds: number): boolean =>
  seconds >= call.atS - gapS;

export const leadersOf = (calls: readonly Call[]): Call[] => calls.filter((c) => !c.follows);
export const followersOf = (calls: readonly Call[]): Call[] => calls.filter((c) => c.follows);

/** The first call of each box. */
const boxStarts = (calls: readonly Call[]): Call[] =>
  calls.filter((call, i) => i === 0 || call.box !== calls[i - 1]!.box);

const key = (lessonId: string): string => `canter-book-call-${lessonId}`;

const keptSchema = z.object({
  horseId: z.string(),
  secondId: z.string(),
  gapS: z.number(),
  measuredAtS: z.nullable(z.number()),
  clock: z.object({
    rideS: z.number(),
    sinceMs: z.nullable(z.number()),
    tempo: z.number().check(z.positive()),
    tap: z.nullable(z.object({ rideS: z.number(), ms: z.number() })),
  }),
  errors: z.int().check(z.gte(0)),
  step: z.enum(['ride', 'done']),
});

/** A page that is opened again in the middle of a ride goes on with it. */
export function keptCall(lessonId: string): CallState | null {
  try {
    return keptSchema.parse(JSON.parse(sessionStorage.getItem(key(lessonId)) ?? 'null'));
  } catch {
    return null;
  }
}

export function keepCall(lessonId: string, state: CallState | null): void {
  try {
    if (state) sessionStorage.setItem(key(lessonId), JSON.stringify(state));
    else sessionStorage.removeItem(key(lessonId));
  } catch {
    // A window that keeps nothing calls as well.
  }
}
