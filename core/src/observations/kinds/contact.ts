import { halfSchema, place, seen, kindOf, choice, half } from '../kind.ts';
import { clamp } from '../../units.ts';
import { z } from '../../schema.ts';
import { numbersIn } from '../../numbers.ts';

/** Weight in the hand, 0 (none) to 10, in halves. */
export const contact = kindOf(
  seen('contact', {
    ...place,
    left: halfSchema,
    right: halfSchema,
    when: z.enum(['before', 'during', 'after']),
  }),
  {
    said: (o) => `contact ◐ ${o.left} ◑ ${o.right}, ${o.when}`,
    measure: {
      sd: 1.5,
      says: 'Weight in the hand: 1–3 on both sides is 8; each point more, or between the hands, takes 1.5.',
      read({ left, right, when }) {
        if (when === 'before') return null;
        const mean = (left + right) / 2;
        const over = Math.max(0, mean - 3) + Math.max(0, 0.5 - mean);
        return { contact: clamp(8 - 1.5 * over - 1.5 * Math.abs(left - right), 0, 10) };
      },
    },
    table: {
      says: 'value: left / right, 0–10 in halves, as 2 / 3.5; detail: before, during or after',
      gait: true,
      read(value, detail) {
        const [left, right] = numbersIn(value);
        return { left, right, when: detail || 'during' };
      },
      write: ({ left, right, when }) => [`${left} / ${right}`, when],
    },
    instrument: {
      name: 'contact',
      group: 'feel',
      place: 'line',
      entries: [
        choice('when', 'of a movement', ['before', 'during', 'after']),
        half('left', '◐ left hand', 2),
        half('right', '◑ right hand', 2),
      ],
    },
  },
);
