import type { Ride } from '@canter-book/core/ride/types';
import type { SheetBox } from '@canter-book/core/sheet/sheet';

/** The ride of one box alone, with the way to it: what lies below it from other boxes is not drawn. */
export function boxRide(ride: Ride, { itemIds }: Pick<SheetBox, 'itemIds'>): Ride {
  const own = new Set(itemIds);
  const spans = ride.spans.filter((span) => own.has(ride.movements[span.movement]!.itemId));
  return { ...ride, spans };
}
