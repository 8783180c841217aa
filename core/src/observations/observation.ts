import { z } from 'zod';
import { SCALES } from './scales.ts';

const id = z.uuid();
const rein = z.enum(['left', 'right']);
const gait = z.enum(['walk', 'trot', 'canter']);
const mark = z.number().min(0).max(10).multipleOf(0.5);

const base = {
  id,
  sessionId: id,
  at: z.iso.datetime({ offset: true }),
  /** An observation is never changed: a correction is a new one that names the old. */
  corrects: id.optional(),
};

export const markSchema = z.strictObject({
  ...base,
  kind: z.literal('mark'),
  scale: z.enum(SCALES),
  rein,
  gait: gait.optional(),
  value: mark,
});

export const trySchema = z.strictObject({
  ...base,
  kind: z.literal('try'),
  /** The line of the lesson it belongs to, and its words at that time. */
  itemId: z.string().min(1).max(64),
  text: z.string().max(300),
  rein,
  gait,
  result: z.enum(['good', 'lost']),
  /** Strides (steps in walk) for which it held. */
  held: z.number().int().min(0).max(999),
  why: z.string().max(300).optional(),
});

export const noteSchema = z.strictObject({
  ...base,
  kind: z.literal('note'),
  text: z.string().min(1).max(2000),
});

/** Takes an observation back, without a new one in its place. */
export const withdrawnSchema = z.strictObject({
  ...base,
  kind: z.literal('withdrawn'),
  corrects: id,
});

/** What was seen: one union, checked at every door. */
export const observationSchema = z.discriminatedUnion('kind', [
  markSchema,
  trySchema,
  noteSchema,
  withdrawnSchema,
]);

export type Observation = z.infer<typeof observationSchema>;
export type MarkObservation = z.infer<typeof markSchema>;
export type TryObservation = z.infer<typeof trySchema>;

/** What holds after corrections: everything that no later observation names. */
export function standing(observations: readonly Observation[]): Observation[] {
  const replaced = new Set(observations.map((o) => o.corrects));
  return observations.filter((o) => !replaced.has(o.id) && o.kind !== 'withdrawn');
}
