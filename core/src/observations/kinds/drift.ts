import { reinSchema, place, seen, kindOf, choice } from '../kind.ts';
import { z } from '../../schema.ts';
import { REINS } from '../../arena/rein.ts';

const PARTS = ['haunches', 'shoulders'] as const;

export const drift = kindOf(seen('drift', { ...place, part: z.enum(PARTS), side: reinSchema }), {
  said: (o) => `${o.part} drift to the ${o.side}`,
  measure: {
    sd: 1.8,
    says: 'A drift of haunches or shoulders speaks for 4.',
    read: () => ({ straightness: 4 }),
  },
  table: {
    says: 'value: haunches or shoulders; detail: left or right, the side it went to',
    gait: true,
    read: (part, side) => ({ part, side }),
    write: ({ part, side }) => [part, side],
  },
  instrument: {
    name: 'drift',
    group: 'stop',
    place: 'line',
    entries: [choice('part', 'what drifts', PARTS), choice('side', 'to the', REINS)],
  },
});
