import { place, seen, kindOf } from '../kind.ts';
import { z } from '../../schema.ts';

/** A set-up wisely left out: good riding. */
export const notAsked = kindOf(
  seen('not asked', { ...place, what: z.string().check(z.maxLength(60)) }),
  {
    said: (o) => `wisely left out: ${o.what}`,
    instrument: {
      name: 'wisely left out',
      group: 'stop',
      place: 'line',
      entries: [{ kind: 'words', name: 'what', label: 'what was set up and not asked' }],
    },
  },
);
