import { z } from '../schema.ts';

/** The next step of a set in the next lesson: on, the same again, back to an easier one, or a rest. */
export const NEXT = ['on', 'again', 'back', 'rest'] as const;
export type Next = (typeof NEXT)[number];

/** The instructor's decision for a set of a lesson, where the tries say something else. */
export const setNextSchema = z.strictObject({
  exercise: z.string().check(z.maxLength(80)),
  rung: z.int().check(z.gte(0), z.lte(7)),
  next: z.enum(NEXT),
});
export type SetNext = z.infer<typeof setNextSchema>;
