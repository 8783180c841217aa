import { seen, kindOf } from '../kind.ts';
import { z } from '../../schema.ts';

/** The rider's own answer to "what did you feel?". */
export const felt = kindOf(
  seen('felt', { text: z.string().check(z.minLength(1), z.maxLength(300)) }),
  {
    said: (o) => `the rider felt: ${o.text}`,
    instrument: {
      name: 'what did you feel?',
      group: 'feel',
      place: 'none',
      entries: [{ kind: 'words', name: 'text', label: 'the rider’s own words' }],
    },
  },
);
