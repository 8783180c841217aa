import { place, seen, kindOf, yesNo } from '../kind.ts';
import { z } from '../../schema.ts';

/** Beats that are not even, front and hind or left and right. */
export const uneven = kindOf(seen('uneven', { ...place, persists: z.boolean() }), {
  said: (o) => (o.persists ? 'uneven beats, also in a plain pace' : 'uneven beats'),
  instrument: {
    name: 'uneven beats',
    group: 'stop',
    place: 'line',
    entries: [
      yesNo('persists', 'in a plain pace', ['still uneven', 'even again, or not tried yet']),
    ],
  },
});
