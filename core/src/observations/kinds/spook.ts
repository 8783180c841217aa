import { letterSchema } from '../../fields.ts';
import { reinSchema, seen, kindOf, choice, yesNo } from '../kind.ts';
import { z } from '../../schema.ts';

/** A fright: where, and to which side. */
export const spook = kindOf(
  seen('spook', {
    rein: reinSchema,
    letter: letterSchema,
    calm: z.boolean(),
  }),
  {
    said: (o) => `fright at ${o.letter}${o.calm ? ', passed calmly' : ''}`,
    instrument: {
      name: 'fright',
      group: 'stop',
      place: 'rein',
      entries: [
        choice('letter', 'at', [...'AKVESHCMRBPF']),
        yesNo('calm', 'it was passed', ['calmly', 'not yet']),
      ],
    },
  },
);
