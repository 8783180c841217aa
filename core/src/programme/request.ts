import { z } from '../schema.ts';
import { daySchema } from '../fields.ts';
import { exerciseSchema } from '../exercises/exercise.ts';
import { SCALES } from '../scales.ts';
import type { HorseFile } from '../planner/request.ts';
import { dayKindSchema } from './daySchema.ts';
import { gateSchema } from './gate.ts';
import { goalSchema } from './goal.ts';

/** The request for a programme. */

/** Half a year: beyond that nobody knows. */
export const MOST_WEEKS = 26;

const level = z.nullable(z.strictObject({ mean: z.number(), sd: z.number().check(z.positive()) }));
const scale = z.enum(SCALES);

export const plannedDaySchema = z.strictObject({
  date: daySchema,
  kind: dayKindSchema,
  minutes: z.int().check(z.gte(0), z.lte(120)),
});

/** A week as it was planned. */
export const keptWeekSchema = z.strictObject({
  monday: daySchema,
  theme: scale,
  days: z.array(plannedDaySchema).check(z.length(7)),
  load: z.number().check(z.gte(0)),
});

/** A run of weeks on one theme, and what has to hold at its end. */
export const stepSchema = z.strictObject({
  theme: scale,
  from: daySchema,
  weeks: z.int().check(z.gte(1), z.lte(52)),
  gate: gateSchema,
});

export const availabilitySchema = z.strictObject({
  /** The rider's minutes on each day, Monday first; 0 on days without a rider. */
  minutes: z.array(z.int().check(z.gte(0), z.lte(120))).check(z.length(7)),
  /** Whether the arena is free, Monday first. */
  arena: z.array(z.boolean()).check(z.length(7)),
});

/** How the horse has worked of late: days a week, and minutes on each. */
export const latelySchema = z.strictObject({
  days: z.int().check(z.gte(0), z.lte(7)),
  minutes: z.int().check(z.gte(0), z.lte(90)),
});

/** Fixed by the instructor: the theme of a week by its Monday, the kind of a day. */
export const fixedThemesSchema = z
  .array(z.strictObject({ monday: daySchema, theme: scale }))
  .check(z.maxLength(60));
export const fixedDaysSchema = z
  .array(z.strictObject({ date: daySchema, kind: dayKindSchema }))
  .check(z.maxLength(400));

export const programmeWishesSchema = z.strictObject({
  goal: goalSchema,
  /** Today: nothing before it is planned. */
  date: daySchema,
  weeks: z._default(z.int().check(z.gte(1), z.lte(MOST_WEEKS)), 12),
  availability: z._default(availabilitySchema, {
    minutes: [45, 45, 45, 45, 45, 45, 45],
    arena: [true, true, true, true, true, true, true],
  }),
  lately: z.optional(latelySchema),
  themes: z._default(fixedThemesSchema, []),
  days: z._default(fixedDaysSchema, []),
  /** Days on which a lesson stands in the timetable: a lesson falls there if it can. */
  lessons: z._default(z.array(daySchema).check(z.maxLength(400)), []),
  /** The day the programme began, when that was before today: its first week was under way. */
  begun: z.optional(daySchema),
  /** The weeks up to and with this one, as they were planned; the last may be under way. */
  before: z._default(z.array(keptWeekSchema).check(z.maxLength(60)), []),
  /** The weeks after it, as they were planned: what has no reason to move stays. */
  kept: z._default(z.array(keptWeekSchema).check(z.maxLength(60)), []),
  /** The step that is under way. */
  step: z.optional(stepSchema),
  /** The steps after it, as they were planned: a gate that is not open yet stays what it was. */
  steps: z._default(z.array(stepSchema).check(z.maxLength(60)), []),
  /** Where each scale is to be expected at the end of each week, left and right; worked out from the levels where it is not said. */
  ahead: z.optional(
    z.partialRecord(scale, z.strictObject({ left: z.array(level), right: z.array(level) })),
  ),
  seed: z._default(z.int().check(z.gte(0)), 1),
  own: z._default(z.array(exerciseSchema).check(z.maxLength(200)), []),
});

export type PlannedDay = z.infer<typeof plannedDaySchema>;
export type KeptWeek = z.infer<typeof keptWeekSchema>;
export type WeekStep = z.infer<typeof stepSchema>;
export type Availability = z.infer<typeof availabilitySchema>;
export type ProgrammeWishes = z.infer<typeof programmeWishesSchema>;
export interface ProgrammeRequest {
  readonly horse: HorseFile;
  readonly wishes: ProgrammeWishes;
}
