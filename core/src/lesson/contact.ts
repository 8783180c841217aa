import type { Riding } from '../forms/contract.ts';
import type { Approach } from './terms.ts';
import { clamp } from '../units.ts';

/** A range on the contact scale, 0 (no weight in the rein) to 10. */
export interface ContactWanted {
  readonly low: number;
  readonly high: number;
}

/** Half a point either way: the direction is common practice, the size our own choice. */
const MOVEMENT_STEP = 0.5;

/**
 * The contact wanted at a moment, by approach and movement. Collecting gets lighter, lengthening may
 * get a little heavier; on a long rein there is none, and a stretch keeps a light one on both sides.
 * Source: common practice; *stretch first* connects only after the first third of the lesson.
 *
 * @param share how much of the lesson is over, 0…1
 */
export function contactWanted(
  approach: Approach,
  { frame, pace, connection }: Riding,
  share: number,
): ContactWanted {
  if (frame === 'long-rein') return { low: 0, high: 0 };
  const early = approach === 'stretch-first' && share < 1 / 3;
  const base =
    approach === 'light-rein'
      ? { low: 0, high: 1 }
      : early
        ? { low: 0, high: 2 }
        : { low: 1, high: 3 };
  if (frame === 'stretch') return { low: Math.min(base.low, 0.5), high: Math.min(base.high, 1.5) };
  const heavier = ['lengthened', 'medium', 'extended'].includes(pace) && connection !== 'soft';
  const lighter = pace === 'collected' || connection === 'soft';
  const by = connection === 'held' || heavier ? MOVEMENT_STEP : lighter ? -MOVEMENT_STEP : 0;
  return { low: Math.max(0, base.low + Math.min(0, by)), high: clamp(base.high + by, 0, 10) };
}
