import { otherRein } from '../arena/rein.ts';
import type { Chosen } from './selection.ts';

const STATUS_SAYS = {
  confirmed: 'secure, builds on it',
  improving: 'developing',
  new: 'the one new thing',
  'not yet': '',
} as const;

/** Why a set is there, in a few words. */
export function whyOf({ candidate: c, minutes }: Chosen): string {
  const more =
    minutes.left === minutes.right ? null : minutes.left > minutes.right ? 'left' : 'right';
  const side = more && c.worth[more] > c.worth[otherRein(more)] ? `, more on the ${more} rein` : '';
  return `For ${c.forScale}: ${STATUS_SAYS[c.readiness.status]}${side}`;
}
