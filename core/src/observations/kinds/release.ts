import { place, seen, kindOf, choice } from '../kind.ts';
import { z } from '../../schema.ts';

const WHEN = ['before', 'with', 'after'] as const;

/** When the release came, seen from the horse's yielding. */
export const release = kindOf(seen('release', { ...place, when: z.enum(WHEN) }), {
  said: (o) => `release ${o.when} the yielding`,
  table: {
    says: 'value: before, with or after the yielding',
    gait: true,
    read: (when) => ({ when }),
    write: ({ when }) => [when, ''],
  },
  instrument: {
    name: 'release',
    group: 'feel',
    place: 'line',
    entries: [choice('when', 'of the yielding', WHEN)],
  },
});
