import { reinSchema, gaitSchema, countSchema, itemSchema, seen, kindOf } from '../kind.ts';
import { z } from '../../schema.ts';

export const trySchema = seen('try', {
  /** The line of the lesson it belongs to, and its words at that time. */
  itemId: itemSchema,
  text: z.string().check(z.maxLength(300)),
  rein: reinSchema,
  gait: gaitSchema,
  result: z.enum(['good', 'lost']),
  /** Strides (steps in walk) for which it held. */
  held: countSchema,
  why: z.optional(z.string().check(z.maxLength(300))),
});

/** A movement that was ridden: good, or lost. */
export const tried = kindOf(trySchema, {
  said: (o) => `${o.result}${o.held > 0 ? `, held ${o.held}` : ''}: ${o.text}`,
});
