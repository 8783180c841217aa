import { reinSchema, place, seen, kindOf, choice, yesNo } from '../kind.ts';
import { z } from '../../schema.ts';
import { REINS } from '../../arena/rein.ts';

/** A canter depart, on the lead that was asked. */
export const depart = kindOf(
  seen('depart', { ...place, lead: reinSchema, right: z.boolean(), prompt: z.boolean() }),
  {
    said: (o) => `depart ${o.lead}: ${o.right ? (o.prompt ? 'prompt' : 'late') : 'wrong lead'}`,
    measure: {
      sd: 1.6,
      says: 'Canter depart: right lead and prompt 8, right lead 6, wrong lead 3.5.',
      read: ({ right, prompt }) => ({
        straightness: right ? (prompt ? 8 : 6) : 3.5,
        ...(right && { impulsion: prompt ? 8 : 5.5 }),
      }),
      rein: ({ lead }) => lead,
    },
    table: {
      says: 'value: prompt, late or wrong lead; the rein is the lead that was asked',
      rein: 'lead',
      gait: true,
      read: (value) => ({
        right: ['prompt', 'late'].includes(value)
          ? true
          : value === 'wrong lead'
            ? false
            : undefined,
        prompt: value === 'prompt',
      }),
      write: ({ right, prompt }) => [right ? (prompt ? 'prompt' : 'late') : 'wrong lead', ''],
    },
    instrument: {
      name: 'depart',
      group: 'stop',
      place: 'line',
      entries: [
        choice('lead', 'lead asked', REINS),
        yesNo('right', 'it took', ['the lead asked', 'the other']),
        yesNo('prompt', 'it came', ['at once', 'late']),
      ],
    },
  },
);
