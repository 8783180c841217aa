import { SIGNS, isTension } from '../words.ts';
import { place, seen, kindOf, choice } from '../kind.ts';
import { z } from '../../schema.ts';

/** A sign of ease or of tension. */
export const sign = kindOf(seen('sign', { ...place, sign: z.enum(SIGNS) }), {
  said: (o) => o.sign,
  measure: {
    sd: 2,
    says: 'A sign of ease speaks for 7.5, a sign of tension for 3.5.',
    read: (o) => ({ suppleness: isTension(o.sign) ? 3.5 : 7.5 }),
  },
  table: {
    says: 'value: the sign, as snort, chewing, hollow back, short steps',
    gait: true,
    read: (value) => ({ sign: value }),
    write: (o) => [o.sign, ''],
  },
  instrument: {
    name: 'ease, tension',
    group: 'feel',
    place: 'line',
    entries: [choice('sign', 'a sign', SIGNS)],
  },
});
