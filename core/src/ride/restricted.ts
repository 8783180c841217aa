import type { Restriction } from '../gaits/restriction.ts';
import type { Ride } from './types.ts';

/** Where a ride does what is not to be done: the movement that does it, or the item that stands in the arena. */
export type Broken = { readonly movement: number } | { readonly itemId: string };

/**
 * The first place where a ride breaks a restriction of what is ridden; null when it keeps it. How long a
 * lesson is and how it begins is for the whole lesson, see the rule `restricted`.
 */
export function brokenBy(ride: Ride, { what }: Restriction): Broken | null {
  const first = (test: (span: Ride['spans'][number]) => boolean): Broken | null => {
    const span = ride.spans.find((s) => s.lengthM > 0 && test(s));
    return span ? { movement: span.movement } : null;
  };
  switch (what.kind) {
    case 'no gait':
      return first(({ gait }) => gait === what.gait || (what.gait === 'trot' && gait === 'canter'));
    case 'no lateral':
      return first(({ riding }) => Boolean(riding.lateral));
    case 'no poles': {
      const poles = ride.equipment.find((e) => e.what === 'poles');
      return poles ? { itemId: poles.itemId } : null;
    }
    default:
      return null;
  }
}
