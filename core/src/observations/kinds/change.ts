import { reinSchema, seen, kindOf, choice } from '../kind.ts';
import { z } from '../../schema.ts';
import { REINS } from '../../arena/rein.ts';

const QUALITIES = ['clean', 'late', 'missed'] as const;

/** A flying change, to a new lead. */
export const change = kindOf(seen('change', { to: reinSchema, quality: z.enum(QUALITIES) }), {
  said: (o) => `change to the ${o.to}: ${o.quality}`,
  measure: {
    sd: 1.6,
    says: 'Flying change: clean 8, late behind 5, missed 3.',
    read: ({ quality }) => ({ straightness: { clean: 8, late: 5, missed: 3 }[quality] }),
    rein: ({ to }) => to,
  },
  table: {
    says: 'value: clean, late or missed; the rein is the new lead',
    rein: 'to',
    gait: false,
    read: (quality) => ({ quality }),
    write: ({ quality }) => [quality, ''],
  },
  instrument: {
    name: 'change',
    group: 'stop',
    place: 'none',
    entries: [
      choice('to', 'to the', REINS),
      choice('quality', 'it was', QUALITIES, ['clean', 'late behind', 'missed']),
    ],
  },
});
