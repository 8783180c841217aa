import type { Rein } from '../arena/rein.ts';
import type { Point } from '../geometry/curve.ts';
import type { Ride } from './types.ts';

/** A flying change on the ridden line. */
export interface LeadChange {
  readonly atS: number;
  readonly at: Point;
  readonly to: Rein;
  /** Canter strides since the last one, null for the first of a canter. */
  readonly stridesSince: number | null;
}

/**
 * The flying changes of a ride and the strides between them: on a true circle the four counts of a
 * round are equal, so unequal counts show an unequal circle. Common practice.
 */
export function leadChanges(ride: Ride): LeadChange[] {
  const found: LeadChange[] = [];
  let since: number | null = null;
  ride.spans.forEach((span, i) => {
    const before = ride.spans[i - 1];
    if (span.gait !== 'canter') {
      since = null;
      return;
    }
    const { lead } = span.riding;
    if (before?.gait === 'canter' && lead && before.riding.lead !== lead) {
      const { x, y } = ride.path.at(span.startM);
      found.push({ atS: span.startsAtS, at: { x, y }, to: lead, stridesSince: since });
      since = 0;
    }
    if (since !== null) since += span.strides;
  });
  return found;
}
