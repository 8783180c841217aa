import { halfSchema, place, seen, kindOf, choice, half } from '../kind.ts';
import { z } from '../../schema.ts';
import { readNumber } from '../../numbers.ts';

const WHEN = ['before', 'after'] as const;

/** The plain gait before or after an exercise: the difference is its effect. */
export const plain = kindOf(seen('plain', { ...place, when: z.enum(WHEN), value: halfSchema }), {
  said: (o) => `plain ${o.gait} ${o.when}: ${o.value}`,
  table: {
    says: 'value: a mark for the gait on its own, 0–10 in halves; detail: before or after the exercise',
    gait: true,
    read: (value, when) => ({ value: readNumber(value), when }),
    write: ({ value, when }) => [String(value), when],
  },
  instrument: {
    name: 'gait on its own',
    group: 'feel',
    place: 'line',
    entries: [choice('when', 'of the exercise', WHEN), half('value', 'mark', 6)],
  },
});
