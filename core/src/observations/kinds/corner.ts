import { reinSchema, seen, kindOf, yesNo } from '../kind.ts';
import { z } from '../../schema.ts';

/** A rider's theme, counted: corners ridden with bend. */
export const corner = kindOf(seen('corner', { rein: reinSchema, bent: z.boolean() }), {
  said: (o) => `corner ${o.bent ? 'with' : 'without'} bend`,
  instrument: {
    name: 'corners with bend',
    group: 'count',
    place: 'rein',
    entries: [yesNo('bent', 'this corner', ['with bend', 'without'])],
  },
});
