import { place, seen, kindOf, choice, mayChoose } from '../kind.ts';
import { z } from '../../schema.ts';

const TAKEN = ['yes', 'partly', 'no'] as const;

/** Rounded (neck lowered, nose in) and reaching (nose forward) are told apart. */
export const stretch = kindOf(
  seen('stretch', {
    ...place,
    taken: z.enum(TAKEN),
    form: z.optional(z.enum(['rounded', 'reaching'])),
  }),
  {
    said: (o) => `stretch: ${o.taken}${o.form ? `, ${o.form}` : ''}`,
    measure: {
      sd: 1.4,
      says: 'Stretch taken: yes, reaching 8.5; yes, rounded 7; partly 5.5; no 3.',
      read: ({ taken, form }) => ({
        suppleness: taken === 'yes' ? (form === 'rounded' ? 7 : 8.5) : taken === 'partly' ? 5.5 : 3,
      }),
    },
    table: {
      says: 'value: yes, partly or no; detail: rounded or reaching',
      gait: true,
      read: (taken, form) => ({ taken, form: form || undefined }),
      write: ({ taken, form = '' }) => [taken, form],
    },
    instrument: {
      name: 'stretch',
      group: 'feel',
      place: 'line',
      entries: [choice('taken', 'taken', TAKEN), mayChoose('form', 'how', ['reaching', 'rounded'])],
    },
  },
);
