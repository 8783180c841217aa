import { place, seen, kindOf, whole } from '../kind.ts';
import { clamp } from '../../units.ts';
import { tapTempo } from '../../stats/tapTempo.ts';
import { z } from '../../schema.ts';
import { readNumber, numbersIn } from '../../numbers.ts';

const percent = (share: number): string => String(Math.round(share * 10_000) / 100);

/** Taps on one beat of the gait, milliseconds from the first, and what they came to. A table has no taps. */
export const tempo = kindOf(
  seen('tempo', {
    ...place,
    tapsMs: z.optional(
      z.array(z.number().check(z.gte(0), z.lte(600_000))).check(z.minLength(5), z.maxLength(400)),
    ),
    perMinute: z.number().check(z.positive(), z.lte(400)),
    scatter: z.number().check(z.gte(0), z.lte(1)),
    driftPercent: z.optional(z.number().check(z.gte(-500), z.lte(500))),
  }),
  {
    said: (o) =>
      `tempo ${whole(o.perMinute)} a minute, scatter ${whole(100 * o.scatter)} %${o.driftPercent === undefined ? '' : `, drift ${whole(o.driftPercent)} % a minute`}`,
    measure: {
      sd: 1.2,
      says: 'Scatter of the taps: 2 % of a beat is 9, 5 % is 6, 10 % is 1; the tapping hand adds about 2 %.',
      read: (o) => ({ rhythm: clamp(11 - 100 * o.scatter, 0, 10) }),
    },
    table: {
      says: 'value: strides a minute, as 78.5; detail: scatter in per cent of a beat, then drift in per cent a minute',
      gait: true,
      read(value, detail) {
        const [scatter, driftPercent] = numbersIn(detail);
        return {
          perMinute: readNumber(value),
          scatter: scatter === undefined ? undefined : Math.round(scatter * 100) / 10_000,
          ...(driftPercent !== undefined && { driftPercent }),
        };
      },
      write: ({ perMinute, scatter, driftPercent }) => [
        String(perMinute),
        [percent(scatter), ...(driftPercent === undefined ? [] : [driftPercent])].join(' / '),
      ],
    },
    instrument: {
      name: 'tempo',
      group: 'count',
      place: 'line',
      entries: [{ kind: 'taps', name: 'tapsMs', label: 'tap on one beat of each stride' }],
      finish(values) {
        const taps = values['tapsMs'] as readonly number[] | undefined;
        const found = taps && tapTempo(taps);
        if (!taps || !found) return null;
        const { perMinute, scatter, driftPercent } = found;
        const within = clamp(driftPercent, -500, 500);
        return { tapsMs: taps, perMinute, scatter: Math.min(1, scatter), driftPercent: within };
      },
    },
  },
);
