import type { Rein } from '../arena/rein.ts';
import { positiveMod } from '../units.ts';
import type { MovingGait, PaceName } from './paces.ts';

/** Left or right, hind or fore. */
export type Hoof = 'LH' | 'LF' | 'RH' | 'RF';

export interface Beat {
  /** Share of the stride at which it lands, 0…1. */
  readonly at: number;
  readonly hooves: readonly Hoof[];
}

const mirrored: Record<Hoof, Hoof> = { LH: 'RH', RH: 'LH', LF: 'RF', RF: 'LF' };

const WALK: readonly Beat[] = [
  { at: 0, hooves: ['LH'] },
  { at: 0.25, hooves: ['LF'] },
  { at: 0.5, hooves: ['RH'] },
  { at: 0.75, hooves: ['RF'] },
];
const TROT: readonly Beat[] = [
  { at: 0, hooves: ['LH', 'RF'] },
  { at: 0.5, hooves: ['RH', 'LF'] },
];
const CANTER_RIGHT: readonly Beat[] = [
  { at: 0, hooves: ['LH'] },
  { at: 0.3, hooves: ['RH', 'LF'] },
  { at: 0.55, hooves: ['RF'] },
];

/**
 * The beats of one stride in order.
 * Source: Hildebrand 1965 (symmetrical gaits) and 1977 (asymmetrical gaits) for the order; the shares
 * of the canter from the trade notes (from memory).
 */
export function beatsOf(gait: MovingGait, lead: Rein = 'right'): readonly Beat[] {
  if (gait === 'walk') return WALK;
  if (gait === 'trot') return TROT;
  if (lead === 'right') return CANTER_RIGHT;
  return CANTER_RIGHT.map(({ at, hooves }) => ({ at, hooves: hooves.map((h) => mirrored[h]) }));
}

/**
 * Share of the stride that a hoof stands on the ground.
 * Source: Clayton 1994–1995, stance durations of the dressage gaits (from memory).
 */
export function dutyOf(gait: MovingGait, pace: PaceName): number {
  if (gait === 'walk') return pace === 'collected' ? 0.65 : 0.62;
  if (gait === 'trot')
    return { collected: 0.5, extended: 0.4, medium: 0.42 }[pace as string] ?? 0.45;
  return { collected: 0.45, extended: 0.35 }[pace as string] ?? 0.4;
}

const HOOVES: readonly Hoof[] = ['LH', 'LF', 'RH', 'RF'];

export interface Footfall {
  readonly hoof: Hoof;
  readonly down: boolean;
  /** Shares of a stride until it lands (when in the air) or lifts (when down). */
  readonly changesIn: number;
}

/** Which hooves are down at a share of the stride, and when each lands or lifts next. */
export function footfallsIn(
  gait: MovingGait,
  pace: PaceName,
  lead: Rein,
  strideShare: number,
): readonly Footfall[] {
  const beats = beatsOf(gait, lead);
  const duty = dutyOf(gait, pace);
  return HOOVES.map((hoof) => {
    const landsAt = beats.find((beat) => beat.hooves.includes(hoof))!.at;
    const since = positiveMod(strideShare - landsAt, 1);
    const down = since < duty;
    return { hoof, down, changesIn: down ? duty - since : 1 - since };
  });
}
