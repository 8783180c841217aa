import { seen, kindOf } from '../kind.ts';
import { z } from '../../schema.ts';

export const HOMEWORK_DONE = ['done', 'partly', 'could not'] as const;

export const homeworkSchema = seen('homework', {
  did: z.enum(HOMEWORK_DONE),
  felt: z.optional(z.string().check(z.trim(), z.minLength(1), z.maxLength(300))),
});

/** The rider's answer to the homework of a session, in the rider's own words. */
export const homework = kindOf(homeworkSchema, {
  said: (o) => `homework ${o.did}${o.felt ? `: ${o.felt}` : ''}`,
});
