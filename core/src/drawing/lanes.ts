import type { Rein } from '../arena/rein.ts';
import type { LateralKind } from '../forms/lateralWork.ts';
import { contactWanted, type ContactWanted } from '../lesson/contact.ts';
import type { Gait, PaceName } from '../gaits/paces.ts';
import { lastNotAfter } from '../geometry/blend.ts';
import type { Approach } from '../lesson/terms.ts';
import type { Ride, RideSpan } from '../ride/types.ts';
import { GATHERING } from './strokes.ts';

/** A stretch of time in which one thing stays the same. */
export type Bar<T> = T & { readonly startsAtS: number; readonly seconds: number };

export interface Lanes {
  readonly gait: readonly Bar<{ gait: Gait; pace: PaceName }>[];
  readonly rein: readonly Bar<{ rein: Rein; long: boolean }>[];
  /** The side of the bend, null when straight; with the lateral work when there is some. */
  readonly bend: readonly Bar<{ bend: Rein | null; lateral: LateralKind | null }>[];
  /** 0 for a free pace … 1 for a collected one; half-steps count as collected. */
  readonly gathering: readonly Bar<{ degree: number }>[];
  readonly contact: readonly Bar<ContactWanted>[];
  readonly rest: readonly Bar<{ why: 'halt' | 'long rein' | 'walk' }>[];
  /** Each line of the lesson with the way to its place, once for each round. */
  readonly lines: readonly Bar<{ itemId: string; round: number; text: string }>[];
}

/** Flatter than this is a straight line to the eye: a curve of more than 60 m across. */
export const STRAIGHT_CURVATURE = 1 / 30;

/** The lesson as lanes over time, for the score strip. */
export function lanesOf(ride: Ride, approach: Approach = 'steady-hand'): Lanes {
  const { spans, totals } = ride;
  return {
    gait: merged(spans, ({ gait, riding }) => ({ gait, pace: riding.pace })),
    rein: merged(spans, ({ riding }) => ({
      rein: riding.rein,
      long: riding.frame === 'long-rein',
    })),
    bend: joined(spans.flatMap((span) => bendsOf(ride, span))),
    gathering: merged(spans, ({ riding, gait }) => ({
      degree: riding.halfSteps ? 1 : gait === 'halt' ? 0.5 : (GATHERING[riding.pace] ?? 0.45),
    })),
    contact: merged(spans, ({ riding, startsAtS }) =>
      contactWanted(approach, riding, startsAtS / Math.max(1, totals.seconds)),
    ),
    rest: merged(spans, (span) => ({ why: restOf(span) })).filter(
      (bar): bar is Lanes['rest'][number] => bar.why !== null,
    ),
    lines: linesOfRide(ride),
  };
}

function restOf({ gait, riding }: RideSpan): 'halt' | 'long rein' | 'walk' | null {
  if (gait === 'halt') return 'halt';
  if (riding.frame === 'long-rein') return 'long rein';
  return gait === 'walk' && riding.pace === 'free' ? 'walk' : null;
}

/** The spans as bars; neighbours with the same values become one. */
function merged<T extends object>(
  spans: readonly RideSpan[],
  valueOf: (span: RideSpan) => T,
): Bar<T>[] {
  return joined(
    spans.map((span) => ({
      ...valueOf(span),
      startsAtS: span.startsAtS,
      seconds: span.seconds,
    })),
  );
}

function joined<T extends object>(bars: readonly Bar<T>[]): Bar<T>[] {
  const result: Bar<T>[] = [];
  for (const bar of bars) {
    if (bar.seconds <= 0) continue;
    const last = result.at(-1);
    if (last && sameValues(last, bar)) {
      result[result.length - 1] = { ...last, seconds: last.seconds + bar.seconds };
    } else result.push(bar);
  }
  return result;
}

function sameValues(a: object, b: object): boolean {
  return Object.entries(a).every(
    ([key, value]) =>
      key === 'startsAtS' || key === 'seconds' || (b as Record<string, unknown>)[key] === value,
  );
}

/** The bend of a span, piece by piece of its line. Lateral work says its own. */
function bendsOf(ride: Ride, span: RideSpan): Lanes['bend'][number][] {
  const { lateral } = span.riding;
  const { startsAtS, seconds, startM, lengthM } = span;
  const whole = (bend: Rein | null) => [
    { bend, lateral: lateral?.kind ?? null, startsAtS, seconds },
  ];
  if (lateral) return whole(lateral.bend);
  if (lengthM === 0) return whole(null);
  const { pieces } = ride.path;
  const bars: Lanes['bend'][number][] = [];
  const endM = startM + lengthM;
  const first = lastNotAfter(pieces.length, (i) => pieces[i]!.startM <= startM);
  for (let i = first; i < pieces.length && pieces[i]!.startM < endM; i++) {
    const piece = pieces[i]!;
    const from = Math.max(startM, piece.startM);
    const to = Math.min(endM, piece.startM + piece.curve.lengthM);
    if (to <= from) continue;
    const { curvature } = piece.curve.at((from + to) / 2 - piece.startM);
    const straight = Math.abs(curvature) < STRAIGHT_CURVATURE;
    bars.push({
      bend: straight ? null : curvature > 0 ? 'left' : 'right',
      lateral: null,
      startsAtS: startsAtS + ((from - startM) / lengthM) * seconds,
      seconds: ((to - from) / lengthM) * seconds,
    });
  }
  return bars;
}

function linesOfRide(ride: Ride): Lanes['lines'] {
  const bars: Bar<{ itemId: string; round: number; text: string }>[] = [];
  for (const { itemId, round, act, text, startsAtS, seconds } of ride.movements) {
    const last = bars.at(-1);
    if (last?.itemId === itemId && last.round === round) {
      const said = act === -1 ? last.text : [last.text, text].filter(Boolean).join(', ');
      bars[bars.length - 1] = { ...last, seconds: last.seconds + seconds, text: said };
    } else bars.push({ itemId, round, text: act === -1 ? '' : text, startsAtS, seconds });
  }
  return bars;
}
