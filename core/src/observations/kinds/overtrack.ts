import { reinSchema, seen, kindOf } from '../kind.ts';
import { clamp } from '../../units.ts';
import { z } from '../../schema.ts';
import { readNumber } from '../../numbers.ts';

const LEAST = -4;
const MOST = 6;

/** How far the hind print reaches past the fore print in walk, hoof breadths; negative falls short. */
export const overtrack = kindOf(
  seen('overtrack', { rein: reinSchema, hooves: z.number().check(z.gte(LEAST), z.lte(MOST)) }),
  {
    said: (o) => `overtrack ${o.hooves} hooves`,
    measure: {
      sd: 1.5,
      says: 'Walk: two hooves past the fore print 8.5, level 6, each hoof short takes 2.',
      read: ({ hooves }) => ({
        rhythm: clamp(hooves >= 0 ? 6 + 1.25 * Math.min(hooves, 2) : 6 + 2 * hooves, 0, 10),
      }),
    },
    table: {
      says: 'value: hoof breadths past the fore print, −4 to 6',
      gait: false,
      read: (value) => ({ hooves: readNumber(value) }),
      write: ({ hooves }) => [String(hooves), ''],
    },
    instrument: {
      name: 'overtrack',
      group: 'count',
      place: 'rein',
      entries: [
        {
          kind: 'number',
          name: 'hooves',
          label: 'hooves past the fore print',
          from: 0,
          least: LEAST,
          most: MOST,
          step: 0.5,
        },
      ],
    },
  },
);
