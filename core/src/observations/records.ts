import { z } from 'zod';
import { daySchema as date, idSchema as id, instantSchema } from '../fields.ts';
import { measurementSchema } from '../gaits/measured.ts';
import { restrictionSchema } from '../gaits/restrictionSchema.ts';
import { stageSchema } from '../gaits/stage.ts';
import { setNextSchema } from './next.ts';
import { approachSchema, lessonSchema } from '../lesson/document.ts';

/** The records of the book, checked at every door. */

const name = z.string().trim().min(1, 'give a name').max(60);
const text = z.string().max(2000);
/** Whoever signed in, or carries the phone it came from. */
const byName = z.string().trim().min(1).max(80);

const metresOf = z.number().min(4).max(40).optional();

/** The instructor's own limits for one horse, where they differ from its stage's. */
export const limitsSchema = z.strictObject({
  smallestCircleM: z.strictObject({ walk: metresOf, trot: metresOf, canter: metresOf }).optional(),
  steepestDeg: z.number().min(5).max(45).optional(),
  collectedBoutS: z.number().min(0).max(300).optional(),
  breakEveryMin: z.number().min(2).max(30).optional(),
  /** Who set them, and from when: the vet, the physio, the instructor. */
  setBy: z.string().trim().max(80).optional(),
  setOn: date.optional(),
  /** What the horse may not be asked for a time. */
  dated: z.array(restrictionSchema).max(20).optional(),
});

/** Something that changes how the past is read: a new theme, a rest, the vet or the physio. */
export const horseEventSchema = z.strictObject({
  date,
  kind: z.enum(['theme', 'rest', 'vet', 'other']),
  text: z.string().trim().min(1).max(200),
});

export const FITNESS = ['unfit', 'usual', 'fit'] as const;

export const horseSchema = z.strictObject({
  id,
  revision: z.number().int().min(0),
  name,
  /** A few words: "cob mare", "home-bred pony gelding". */
  kind: z.string().trim().max(80),
  bornYear: z.number().int().min(1980).max(2100).nullable(),
  heightCm: z.number().min(70).max(210),
  stage: stageSchema,
  approach: approachSchema,
  hollowSide: z.enum(['left', 'right']).nullable(),
  theme: z.string().trim().max(200),
  notes: text,
  riderIds: z.array(id).max(20),
  measured: z.array(measurementSchema).max(500),
  limits: limitsSchema,
  fitness: z.enum(FITNESS).default('usual'),
  events: z.array(horseEventSchema).max(500).default([]),
  /** The day it left the yard: its past is kept, and it is no longer offered. */
  retiredOn: date.optional(),
});

export const riderSchema = z.strictObject({
  id,
  revision: z.number().int().min(0),
  name,
  /** Habits: weight slips to the left, looks down. */
  notes: text,
  /** The rider's own theme, such as corners ridden with bend. */
  theme: z.string().trim().max(200).default(''),
  /** How far the rider is, on the same ladder as horses; null where nobody has said. */
  stage: stageSchema.nullable().default(null),
  retiredOn: date.optional(),
});

export const lessonRecordSchema = z.strictObject({
  id,
  revision: z.number().int().min(0),
  title: z.string().max(120),
  horseId: id.nullable(),
  document: lessonSchema,
  /** The instructor's own words to find it by. */
  tags: z.array(z.string().trim().min(1).max(30)).max(12).default([]),
  /** Offered as a beginning for new lessons. */
  template: z.boolean().default(false),
  updatedAt: instantSchema,
  /** Who saved it last; missing: the owner of the book. */
  savedBy: byName.optional(),
  /** When it was thrown away; it can still be brought back. */
  removedAt: instantSchema.optional(),
});

export const sessionSchema = z.strictObject({
  id,
  revision: z.number().int().min(0),
  horseId: id,
  riderId: id.nullable(),
  lessonId: id.nullable(),
  /** The lesson as it was on that day. */
  document: lessonSchema.nullable(),
  date,
  startedAt: instantSchema,
  endedAt: instantSchema.nullable(),
  minutes: z.number().min(0).max(600).nullable(),
  notes: text,
  homework: z.string().max(400),
  /** What was decided for the next lesson, where the tries say something else. */
  next: z.array(setNextSchema).max(20).optional(),
  /** The appointment it was begun from. */
  appointmentId: id.optional(),
  /** Who taught it; missing: the owner of the book. */
  by: byName.optional(),
  /** When it was taken out, with all that was seen in it; it can still be brought back. */
  removedAt: instantSchema.optional(),
});

export type Horse = z.infer<typeof horseSchema>;
export type HorseEvent = z.infer<typeof horseEventSchema>;
export type Rider = z.infer<typeof riderSchema>;
export type LessonRecord = z.infer<typeof lessonRecordSchema>;
export type Session = z.infer<typeof sessionSchema>;
