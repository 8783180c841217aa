import { countsPerStride } from '../gaits/paces.ts';
import { lastNotAfter } from '../geometry/blend.ts';
import type { Lesson } from '../lesson/document.ts';
import { distanceM } from '../geometry/curve.ts';
import { linesOf } from '../lesson/document.ts';
import { MOST_UNTIL } from '../lesson/terms.ts';
import { sampleRide } from '../ride/sample.ts';
import type { Ride, RiddenMovement } from '../ride/types.ts';
import { speakingS, spoken } from './spoken.ts';

/** Something to be called: a movement with its time. The way to its place is not a cue of its own. */
export interface Cue {
  readonly movement: number;
  readonly itemId: string;
  readonly text: string;
  readonly note: string | null;
  readonly phase: string | null;
  readonly atS: number;
  /** As it is said aloud, and how long that takes. */
  readonly said: string;
  readonly saidForS: number;
  /** When the words should be finished. */
  readonly callAtS: number;
  readonly endsAtS: number;
  readonly metres: number;
  /** Strides, or steps in walk. */
  readonly counts: number;
  readonly gait: RiddenMovement['gait'];
  readonly rein: RiddenMovement['rein'];
  /** It is ridden until the tap; so many seconds longer than planned at most. */
  readonly until?: { readonly what: 'back' | 'lost'; readonly extraS: number };
}

/** The words are finished 1.5–3 s before the letter; the middle of it. Common practice. */
export const CALL_LEAD_S = 2.2;

export function cuesOf(ride: Ride, lesson: Lesson): Cue[] {
  const notes = new Map(linesOf(lesson.items).map((line) => [line.id, line.note ?? null]));
  const called = ride.movements
    .map((movement, index) => ({ movement, index }))
    .filter(({ movement }) => movement.act !== -1);
  return called.map(({ movement, index }, i) => ({
    movement: index,
    ...aloud(movement.text),
    itemId: movement.itemId,
    text: movement.text,
    note: notes.get(movement.itemId) ?? null,
    phase: movement.phase,
    atS: movement.startsAtS,
    callAtS: Math.max(0, movement.startsAtS - CALL_LEAD_S),
    endsAtS: called[i + 1]?.movement.startsAtS ?? ride.totals.seconds,
    metres: movement.metres,
    counts: movement.strides * countsPerStride(movement.gait),
    gait: movement.gait,
    rein: movement.rein,
    ...conditionOf(movement),
  }));
}

function aloud(text: string): Pick<Cue, 'said' | 'saidForS'> {
  const said = spoken(text);
  return { said, saidForS: speakingS(said) };
}

/** A route ends at its end; a figure can be ridden round again. */
function conditionOf({ instruction, from, to, seconds }: RiddenMovement): Pick<Cue, 'until'> {
  if (!instruction?.until) return {};
  const { what, max = MOST_UNTIL } = instruction.until;
  const rounds = instruction.times ?? 1;
  const comesBack = distanceM(from, to) < 0.5;
  const extraS = comesBack ? (Math.max(0, max - rounds) * seconds) / rounds : 0;
  return { until: { what, extraS } };
}

/**
 * Where in the plan the lesson is, when it waits in each condition for the tap.
 *
 * @param fromS where the clock was last set to by hand
 * @param seconds where it would be without conditions
 */
export function waiting(cues: readonly Cue[], fromS: number, seconds: number): number {
  let at = seconds;
  for (const { until, endsAtS } of cues) {
    if (!until || endsAtS <= fromS + WAIT_S) continue;
    if (at <= endsAtS - WAIT_S) return at;
    if (at <= endsAtS + until.extraS) return endsAtS - WAIT_S;
    at -= until.extraS;
  }
  return at;
}

/** So much before its end a movement that waits stands still. */
const WAIT_S = 0.05;

/** What to say now and next, at a moment of the ride. */
export interface CuesNow {
  readonly now: Cue | null;
  readonly next: Cue | null;
  readonly secondsToCall: number;
  /** In the present pace: strides, or steps in walk. */
  readonly countsToCall: number;
  /** It is time to begin to say it, so that the words are finished when they should be. */
  readonly due: boolean;
  readonly over: boolean;
}

export function cuesAt(ride: Ride, cues: readonly Cue[], seconds: number): CuesNow {
  const index =
    cues.length === 0 ? -1 : lastNotAfter(cues.length, (i) => cues[i]!.atS <= seconds + 1e-9);
  const now = cues[index] && cues[index].atS <= seconds + 1e-9 ? cues[index] : null;
  const next = (now ? cues[index + 1] : cues[0]) ?? null;
  const secondsToCall = next ? Math.max(0, next.callAtS - seconds) : 0;
  const span = sampleRide(ride, seconds)?.span;
  const perSecond =
    span && span.seconds > 0 ? (span.strides * countsPerStride(span.gait)) / span.seconds : 0;
  return {
    now,
    next,
    secondsToCall,
    countsToCall: secondsToCall * perSecond,
    due: next !== null && secondsToCall <= next.saidForS,
    over: seconds >= ride.totals.seconds,
  };
}
