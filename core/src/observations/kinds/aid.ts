import { place, seen, kindOf, choice } from '../kind.ts';
import { z } from '../../schema.ts';

const ANSWERS = ['at once', 'at once but tense', 'late', 'reminder'] as const;

/** The answer to the lightest aid. */
export const aid = kindOf(seen('aid', { ...place, answer: z.enum(ANSWERS) }), {
  said: (o) => `lightest aid: ${o.answer}`,
  measure: {
    sd: 1.5,
    says: 'Answer to the lightest aid: at once 8.5, at once but tense 6, late 5, after a reminder 3.5.',
    read: ({ answer }) => ({
      impulsion: { 'at once': 8.5, 'at once but tense': 6, late: 5, reminder: 3.5 }[answer],
    }),
  },
  table: {
    says: 'value: at once, at once but tense, late or reminder',
    gait: true,
    read: (answer) => ({ answer }),
    write: ({ answer }) => [answer, ''],
  },
  instrument: {
    name: 'lightest aid',
    group: 'feel',
    place: 'line',
    entries: [choice('answer', 'the answer', ANSWERS)],
  },
});
