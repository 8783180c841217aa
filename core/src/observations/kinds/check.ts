import { WARM_UP_CHECKS } from '../words.ts';
import { reinSchema, gaitSchema, seen, kindOf, choice, yesNo } from '../kind.ts';
import { z } from '../../schema.ts';

/** A line of the checklist of the warm-up. */
export const check = kindOf(
  seen('check', {
    check: z.enum(WARM_UP_CHECKS),
    rein: reinSchema,
    gait: gaitSchema,
    done: z.boolean(),
  }),
  {
    said: (o) => `${o.check}, ${o.gait} ${o.rein}: ${o.done ? 'yes' : 'not yet'}`,
    instrument: {
      name: 'warm-up',
      group: 'count',
      place: 'rein and gait',
      entries: [
        choice('check', 'the horse', WARM_UP_CHECKS),
        yesNo('done', 'it is', ['there', 'not yet']),
      ],
    },
  },
);
