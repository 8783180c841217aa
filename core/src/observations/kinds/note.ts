import { seen, kindOf } from '../kind.ts';
import { z } from '../../schema.ts';

export const note = kindOf(
  seen('note', { text: z.string().check(z.minLength(1), z.maxLength(2000)) }),
  {
    said: (o) => o.text,
    instrument: {
      name: 'note',
      group: null,
      place: 'none',
      entries: [{ kind: 'words', name: 'text', label: 'a note' }],
    },
  },
);
