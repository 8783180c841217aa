import { reinSchema, secondsSchema, seen, kindOf, mayChoose, yesNo, whole } from '../kind.ts';
import { z } from '../../schema.ts';
import { readNumber } from '../../numbers.ts';

const LEGS = ['LF', 'RF', 'LH', 'RH'] as const;
const LEG_WORDS = ['left fore', 'right fore', 'left hind', 'right hind'];

export const halt = kindOf(
  seen('halt', {
    rein: reinSchema,
    square: z.boolean(),
    /** The leg that was left, when it was not square. */
    leg: z.optional(z.enum(LEGS)),
    seconds: secondsSchema,
    endedBy: z.optional(z.enum(['rider', 'horse'])),
  }),
  {
    said: (o) =>
      `halt ${o.square ? 'square' : `not square${o.leg ? `, ${o.leg} left` : ''}`}, ${whole(o.seconds)} s`,
    measure: {
      sd: 1.5,
      says: 'Halt: square and still three seconds 8.5, square 7, a leg left 5.',
      read: ({ square, seconds }) => ({ straightness: square ? (seconds >= 3 ? 8.5 : 7) : 5 }),
    },
    table: {
      says: 'value: square, or the leg that was left (LF, RF, LH, RH); detail: seconds',
      gait: false,
      read: (value, detail) => ({
        square: value.toLowerCase() === 'square',
        ...(value.toLowerCase() !== 'square' && { leg: value.toUpperCase() }),
        seconds: readNumber(detail) ?? 0,
      }),
      write: ({ square, leg, seconds }) => [square ? 'square' : (leg ?? ''), String(seconds)],
    },
    instrument: {
      name: 'halt',
      group: 'stop',
      place: 'rein',
      entries: [
        yesNo('square', 'it stands', ['square', 'not square']),
        mayChoose('leg', 'Leg out behind', LEGS, LEG_WORDS),
        { kind: 'clock', name: 'seconds', label: 'immobile' },
        mayChoose('endedBy', 'ended by', ['rider', 'horse']),
      ],
    },
  },
);
