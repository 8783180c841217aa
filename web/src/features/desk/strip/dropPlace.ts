import type { Lanes } from '@canter-book/core/drawing/lanes';
import type { Ride } from '@canter-book/core/ride/types';

/** Where something dragged along the strip would go: before an item, or to the end. */
export interface DropPlace {
  readonly before: string | null;
  readonly atS: number;
}

/** A phase goes to where phases begin, a line to where lines begin; the nearest one in time. */
export function dropPlace(
  ride: Ride,
  lines: Lanes['lines'],
  itemId: string,
  seconds: number,
): DropPlace | null {
  const isPhase = ride.phases.some((phase) => phase.itemId === itemId);
  const starts: DropPlace[] = (isPhase ? ride.phases : lines.filter((l) => l.round === 1)).map(
    (bar) => ({ before: bar.itemId, atS: bar.startsAtS }),
  );
  const all = [...starts, { before: null, atS: ride.totals.seconds }];
  const [nearest] = all.sort((a, b) => Math.abs(a.atS - seconds) - Math.abs(b.atS - seconds));
  return nearest ?? null;
}
