import type { Rein } from '../arena/rein.ts';
import type { MovingGait } from './paces.ts';

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
