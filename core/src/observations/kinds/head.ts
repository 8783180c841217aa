import { HEAD_POSITIONS } from '../words.ts';
import { place, seen, kindOf, choice } from '../kind.ts';
import { z } from '../../schema.ts';

/** The nose, seen against the vertical. */
export const head = kindOf(seen('head', { ...place, position: z.enum(HEAD_POSITIONS) }), {
  said: (o) => `head ${o.position} the vertical`,
  measure: {
    sd: 1.8,
    says: 'Head just before or at the vertical 7; behind it 4.',
    read: ({ position }) => ({ contact: position === 'behind' ? 4 : 7 }),
  },
  table: {
    says: 'value: before, at or behind (the vertical)',
    gait: true,
    read: (position) => ({ position }),
    write: ({ position }) => [position, ''],
  },
  instrument: {
    name: 'head',
    group: 'feel',
    place: 'line',
    entries: [choice('position', 'the vertical', HEAD_POSITIONS)],
  },
});
