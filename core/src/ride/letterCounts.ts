import { letterOnTrack, lettersOf } from '../arena/arena.ts';
import { countsPerStride } from '../gaits/paces.ts';
import { distanceM } from '../geometry/curve.ts';
import type { Ride, RideSpan } from './types.ts';

/** From one letter to the next that is passed. */
export interface LetterStretch {
  readonly from: string;
  readonly to: string;
  readonly startsAtS: number;
  readonly metres: number;
  /** Strides, or steps in walk and rein back. */
  readonly counts: number;
}

/** How near a letter the line must come to pass it, and how finely it is looked at. */
const PASSES_M = 1;
const STEP_M = 0.5;

interface Passing {
  readonly name: string;
  readonly atM: number;
}

/** The letters the line passes between two distances, in order, each once a pass. */
function passings(ride: Ride, fromM: number, toM: number): Passing[] {
  const letters = lettersOf(ride.arena).map((l) => ({
    name: l.name,
    at: letterOnTrack(ride.arena, l),
  }));
  const found: Passing[] = [];
  const near = new Map<string, { atM: number; apartM: number }>();
  const steps = Math.max(1, Math.ceil((toM - fromM) / STEP_M));
  for (let i = 0; i <= steps; i++) {
    const atM = fromM + ((toM - fromM) * i) / steps;
    const point = ride.path.at(atM);
    for (const { name, at } of letters) {
      const apartM = distanceM(at, point);
      const best = near.get(name);
      if (apartM <= PASSES_M) {
        if (!best || apartM < best.apartM) near.set(name, { atM, apartM });
      } else if (best) {
        found.push({ name, atM: best.atM });
        near.delete(name);
      }
    }
  }
  for (const [name, { atM }] of near) found.push({ name, atM });
  return found.sort((a, b) => a.atM - b.atM);
}

/** Stride counts from letter to letter, between two distances of the ridden line. */
export function letterCounts(ride: Ride, fromM: number, toM: number): LetterStretch[] {
  const passed = passings(ride, fromM, toM);
  return passed.slice(1).map((next, i) => {
    const last = passed[i]!;
    let counts = 0;
    let startsAtS: number | null = null;
    for (const span of ride.spans) {
      const from = Math.max(span.startM, last.atM);
      const to = Math.min(span.startM + span.lengthM, next.atM);
      if (to <= from) continue;
      const share = (to - from) / span.lengthM;
      counts += share * span.strides * countsPerStride(span.gait);
      startsAtS ??= timeAt(span, from);
    }
    return {
      from: last.name,
      to: next.name,
      startsAtS: startsAtS ?? 0,
      metres: next.atM - last.atM,
      counts,
    };
  });
}

const timeAt = (span: RideSpan, atM: number): number =>
  span.startsAtS + ((atM - span.startM) / span.lengthM) * span.seconds;
