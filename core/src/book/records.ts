import { REINS } from '../arena/rein.ts';
import { z } from '../schema.ts';
import { daySchema as date, idSchema as id, instantSchema } from '../fields.ts';
import { circleSchema, ownLimitShape } from '../gaits/limitsSchema.ts';
import { measurementSchema } from '../gaits/measuredSchema.ts';
import { restrictionSchema } from '../gaits/restrictionSchema.ts';
import { stageSchema } from '../gaits/stageSchema.ts';
import { setNextSchema } from './next.ts';
import { approachSchema, lessonSchema } from '../lesson/schema.ts';

/** The records of the book, checked at every door. */

const name = z.string().check(z.trim(), z.minLength(1, 'give a name'), z.maxLength(60));
const text = z.string().check(z.maxLength(2000));
/** Whoever signed in, or carries the phone it came from. */
const byName = z.string().check(z.trim(), z.minLength(1), z.maxLength(80));

const metresOf = z.optional(circleSchema);

/** The instructor's own limits for one horse, where they differ from its stage's. */
export const limitsSchema = z.strictObject({
  smallestCircleM: z.optional(z.strictObject({ walk: metresOf, trot: metresOf, canter: metresOf })),
  ...ownLimitShape,
  /** Who set them, and from when: the vet, the physio, the instructor. */
  setBy: z.optional(z.string().check(z.trim(), z.maxLength(80))),
  setOn: z.optional(date),
  /** Dated limits of the horse. */
  dated: z.optional(z.array(restrictionSchema).check(z.maxLength(20))),
});

/** Something that changes how the past is read: a new theme, a rest, the vet or the physio. */
export const horseEventSchema = z.strictObject({
  date,
  kind: z.enum(['theme', 'rest', 'vet', 'other']),
  text: z.string().check(z.trim(), z.minLength(1), z.maxLength(200)),
});

export const FITNESS = ['unfit', 'usual', 'fit'] as const;

export const horseSchema = z.strictObject({
  id,
  revision: z.int().check(z.gte(0)),
  name,
  /** A few words: "cob mare", "home-bred pony gelding". */
  kind: z.string().check(z.trim(), z.maxLength(80)),
  bornYear: z.nullable(z.int().check(z.gte(1980), z.lte(2100))),
  heightCm: z.number().check(z.gte(70), z.lte(210)),
  stage: stageSchema,
  approach: approachSchema,
  hollowSide: z.nullable(z.enum(REINS)),
  theme: z.string().check(z.trim(), z.maxLength(200)),
  notes: text,
  riderIds: z.array(id).check(z.maxLength(20)),
  measured: z.array(measurementSchema).check(z.maxLength(500)),
  limits: limitsSchema,
  fitness: z._default(z.enum(FITNESS), 'usual'),
  events: z._default(z.array(horseEventSchema).check(z.maxLength(500)), []),
  /** The day it left the yard: its past is kept, and it is no longer offered. */
  retiredOn: z.optional(date),
});

export const riderSchema = z.strictObject({
  id,
  revision: z.int().check(z.gte(0)),
  name,
  /** Habits: weight slips to the left, looks down. */
  notes: text,
  /** The rider's own theme, such as corners ridden with bend. */
  theme: z._default(z.string().check(z.trim(), z.maxLength(200)), ''),
  /** How far the rider is, on the same ladder as horses; null where nobody has said. */
  stage: z._default(z.nullable(stageSchema), null),
  retiredOn: z.optional(date),
});

export const lessonRecordSchema = z.strictObject({
  id,
  revision: z.int().check(z.gte(0)),
  title: z.string().check(z.maxLength(120)),
  horseId: z.nullable(id),
  document: lessonSchema,
  /** The instructor's own words to find it by. */
  tags: z._default(
    z.array(z.string().check(z.trim(), z.minLength(1), z.maxLength(30))).check(z.maxLength(12)),
    [],
  ),
  /** Offered as a beginning for new lessons. */
  template: z._default(z.boolean(), false),
  updatedAt: instantSchema,
  /** Who saved it last; missing: the owner of the book. */
  savedBy: z.optional(byName),
  /** When it was thrown away; it can still be brought back. */
  removedAt: z.optional(instantSchema),
});

export const sessionSchema = z.strictObject({
  id,
  revision: z.int().check(z.gte(0)),
  horseId: id,
  riderId: z.nullable(id),
  lessonId: z.nullable(id),
  /** The lesson as it was on that day. */
  document: z.nullable(lessonSchema),
  date,
  startedAt: instantSchema,
  endedAt: z.nullable(instantSchema),
  minutes: z.nullable(z.number().check(z.gte(0), z.lte(600))),
  notes: text,
  homework: z.string().check(z.maxLength(400)),
  /** Decisions for the next lesson, where the tries say something else. */
  next: z.optional(z.array(setNextSchema).check(z.maxLength(20))),
  /** The appointment it was begun from. */
  appointmentId: z.optional(id),
  /** Who taught it; missing: the owner of the book. */
  by: z.optional(byName),
  /** When it was taken out, with all that was seen in it; it can still be brought back. */
  removedAt: z.optional(instantSchema),
});

export type Horse = z.infer<typeof horseSchema>;
export type HorseEvent = z.infer<typeof horseEventSchema>;
export type Rider = z.infer<typeof riderSchema>;
export type LessonRecord = z.infer<typeof lessonRecordSchema>;
export type Session = z.infer<typeof sessionSchema>;
