import { z } from 'zod';
import { daySchema, idSchema as id } from '../fields.ts';
import { SCALES } from '../observations/scales.ts';
import { dayKindSchema } from './days.ts';
import { goalSchema } from './goal.ts';
import {
  availabilitySchema,
  keptWeekSchema,
  latelySchema,
  MOST_WEEKS,
  plannedDaySchema,
  programmeWishesSchema,
  stepSchema,
} from './request.ts';

/** The programme of a horse as the book keeps it: what is wished for, what was planned, what was done and what moved. */

const levelsSchema = z.partialRecord(
  z.enum(SCALES),
  z.strictObject({ left: z.number().optional(), right: z.number().optional() }),
);

export const programmeSchema = z.strictObject({
  id,
  revision: z.number().int().min(0),
  horseId: id,
  goal: goalSchema,
  weeks: z.number().int().min(1).max(MOST_WEEKS),
  availability: availabilitySchema,
  lately: latelySchema.optional(),
  themes: programmeWishesSchema.shape.themes.unwrap(),
  days: programmeWishesSchema.shape.days.unwrap(),
  /** The plan that holds: weeks gone and weeks to come. */
  plan: z.strictObject({
    /** When it was first made, and when last. */
    begunOn: daySchema,
    madeOn: daySchema,
    weeks: z.array(keptWeekSchema).max(120),
    steps: z.array(stepSchema).max(60),
    /** The levels it was made from. */
    levels: levelsSchema,
  }),
  /** What was done on days without a lesson in the book; a day that was left out has no minutes. */
  done: z
    .array(plannedDaySchema.extend({ kind: dayKindSchema }))
    .max(2000)
    .default([]),
  /** What moved, when, and why: in the words it was told. */
  moved: z
    .array(z.strictObject({ on: daySchema, said: z.array(z.string().max(300)).max(60) }))
    .max(200)
    .default([]),
  endedOn: daySchema.optional(),
});

export type ProgrammeRecord = z.infer<typeof programmeSchema>;
