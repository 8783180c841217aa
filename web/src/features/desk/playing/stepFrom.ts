import { movementAt } from '@canter-book/core/ride/sample';
import type { Ride } from '@canter-book/core/ride/types';
import type { Player } from '../../arena/player.ts';

/** The beginning of the next movement, or of this one and then of the one before. */
export function stepFrom(ride: Ride, player: Player, by: 1 | -1): number {
  const now = ride.movements[movementAt(ride, player.seconds)];
  if (!now) return 0;
  const starts = [...new Set(ride.movements.map((m) => m.startsAtS))].sort((a, b) => a - b);
  if (by === 1) return starts.find((s) => s > player.seconds + 0.05) ?? ride.totals.seconds;
  // A little into a movement, the step back goes to its beginning first.
  return starts.findLast((s) => s < player.seconds - 0.5) ?? 0;
}
