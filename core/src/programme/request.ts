import { z } from 'zod';
import { daySchema } from '../fields.ts';
import { exerciseSchema } from '../exercises/exercise.ts';
import { SCALES } from '../observations/scales.ts';
import type { HorseFile } from '../planner/request.ts';
import { dayKindSchema } from './days.ts';
import { gateSchema } from './gate.ts';
import { goalSchema } from './goal.ts';

/** What a programme is made from. */

/** Half a year: beyond that nobody knows. */
export const MOST_WEEKS = 26;

const level = z.strictObject({ mean: z.number(), sd: z.number().positive() }).nullable();
const scale = z.enum(SCALES);

export const plannedDaySchema = z.strictObject({
  date: daySchema,
  kind: dayKindSchema,
  minutes: z.number().int().min(0).max(120),
});

/** A week as it was planned. */
export const keptWeekSchema = z.strictObject({
  monday: daySchema,
  theme: scale,
  days: z.array(plannedDaySchema).length(7),
  load: z.number().min(0),
});

/** A run of weeks on one theme, and what has to hold at its end. */
export const stepSchema = z.strictObject({
  theme: scale,
  from: daySchema,
  weeks: z.number().int().min(1).max(52),
  gate: gateSchema,
});

export const availabilitySchema = z.strictObject({
  /** The rider's minutes on each day, Monday first; 0 on days without a rider. */
  minutes: z.array(z.number().int().min(0).max(120)).length(7),
  /** Whether the arena is free, Monday first. */
  arena: z.array(z.boolean()).length(7),
});

/** How the horse has worked of late: days a week, and minutes on each. */
export const latelySchema = z.strictObject({
  days: z.number().int().min(0).max(7),
  minutes: z.number().int().min(0).max(90),
});

export const programmeWishesSchema = z.strictObject({
  goal: goalSchema,
  /** Today: nothing before it is planned. */
  date: daySchema,
  weeks: z.number().int().min(1).max(MOST_WEEKS).default(12),
  availability: availabilitySchema.default({
    minutes: [45, 45, 45, 45, 45, 45, 45],
    arena: [true, true, true, true, true, true, true],
  }),
  lately: latelySchema.optional(),
  /** What the instructor has fixed: the theme of a week by its Monday, the kind of a day. */
  themes: z
    .array(z.strictObject({ monday: daySchema, theme: scale }))
    .max(60)
    .default([]),
  days: z
    .array(z.strictObject({ date: daySchema, kind: dayKindSchema }))
    .max(400)
    .default([]),
  /** Days on which a lesson stands in the timetable: a lesson falls there if it can. */
  lessons: z.array(daySchema).max(400).default([]),
  /** The day the programme began, when that was before today: its first week was under way. */
  begun: daySchema.optional(),
  /** The weeks up to and with this one, as they were planned; the last may be under way. */
  before: z.array(keptWeekSchema).max(60).default([]),
  /** The weeks after it, as they were planned: what has no reason to move stays. */
  kept: z.array(keptWeekSchema).max(60).default([]),
  /** The step that is under way. */
  step: stepSchema.optional(),
  /** The steps after it, as they were planned: a gate that is not open yet stays what it was. */
  steps: z.array(stepSchema).max(60).default([]),
  /** Where each scale is to be expected at the end of each week, left and right; worked out from the levels where it is not said. */
  ahead: z
    .partialRecord(scale, z.strictObject({ left: z.array(level), right: z.array(level) }))
    .optional(),
  seed: z.number().int().min(0).default(1),
  own: z.array(exerciseSchema).max(200).default([]),
});

export type PlannedDay = z.infer<typeof plannedDaySchema>;
export type KeptWeek = z.infer<typeof keptWeekSchema>;
export type Step = z.infer<typeof stepSchema>;
export type Availability = z.infer<typeof availabilitySchema>;
export type ProgrammeWishes = z.infer<typeof programmeWishesSchema>;
export interface ProgrammeRequest {
  readonly horse: HorseFile;
  readonly wishes: ProgrammeWishes;
}
