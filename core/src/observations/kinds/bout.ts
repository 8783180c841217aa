import { secondsSchema, place, seen, kindOf, whole } from '../kind.ts';
import { readNumber } from '../../numbers.ts';

/** Collected work at one go. */
export const bout = kindOf(seen('bout', { ...place, seconds: secondsSchema }), {
  said: (o) => `collected for ${whole(o.seconds)} s`,
  table: {
    says: 'value: seconds of collected work at one go',
    gait: true,
    read: (value) => ({ seconds: readNumber(value) }),
    write: ({ seconds }) => [String(seconds), ''],
  },
  instrument: {
    name: 'collected bout',
    group: 'count',
    place: 'line',
    entries: [{ kind: 'clock', name: 'seconds', label: 'collected' }],
  },
});
