import { countSchema, place, seen, kindOf, type Values } from '../kind.ts';
import { z } from '../../schema.ts';

/** "n of this, m of that": how many of n held, round by round. */
export const interval = kindOf(
  seen('interval', {
    ...place,
    of: z.string().check(z.maxLength(60)),
    asked: countSchema,
    soft: countSchema,
    held: z.array(countSchema).check(z.minLength(1), z.maxLength(60)),
  }),
  {
    said: (o) => `${o.of} ${o.asked}/${o.soft}: held ${o.held.join(', ')}`,
    measure: {
      sd: 1.4,
      says: 'Intervals: all strides held 8.5, half of them 5.5, none 2.5.',
      read({ asked, held }) {
        if (asked === 0) return null;
        const share = held.reduce((sum, h) => sum + Math.min(1, h / asked), 0) / held.length;
        return { collection: 2.5 + 6 * share };
      },
    },
    instrument: {
      name: 'intervals',
      group: 'count',
      place: 'line',
      entries: [{ kind: 'counter', name: 'interval', label: 'tap each stride' }],
      finish: (values) => {
        const found = values['interval'] as Values | undefined;
        return found && (found['held'] as readonly number[]).length > 0 ? found : null;
      },
    },
  },
);
