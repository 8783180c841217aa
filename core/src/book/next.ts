import { z } from '../schema.ts';

/** What comes of a set in the next lesson: its next step, the same again, what it goes back to, or a rest. */
export const NEXT = ['on', 'again', 'back', 'rest'] as const;
export type Next = (typeof NEXT)[number];

/** What the instructor decided for a set of a lesson, where it is not what the tries say. */
export const setNextSchema = z.strictObject({
  exercise: z.string().check(z.maxLength(80)),
  rung: z.int().check(z.gte(0), z.lte(7)),
  next: z.enum(NEXT),
});
export type SetNext = z.infer<typeof setNextSchema>;
