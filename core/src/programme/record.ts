import { z } from '../schema.ts';
import { daySchema, idSchema as id } from '../fields.ts';
import { SCALES } from '../scales.ts';
import { dayKindSchema } from './daySchema.ts';
import { goalSchema } from './goal.ts';
import {
  availabilitySchema,
  keptWeekSchema,
  latelySchema,
  MOST_WEEKS,
  plannedDaySchema,
  fixedDaysSchema,
  fixedThemesSchema,
  stepSchema,
} from './request.ts';

/** The programme of a horse as the book keeps it: what is wished for, what was planned, what was done and what moved. */

const levelsSchema = z.partialRecord(
  z.enum(SCALES),
  z.strictObject({ left: z.optional(z.number()), right: z.optional(z.number()) }),
);

export const programmeSchema = z.strictObject({
  id,
  revision: z.int().check(z.gte(0)),
  horseId: id,
  goal: goalSchema,
  weeks: z.int().check(z.gte(1), z.lte(MOST_WEEKS)),
  availability: availabilitySchema,
  lately: z.optional(latelySchema),
  themes: fixedThemesSchema,
  days: fixedDaysSchema,
  /** The plan that holds: weeks gone and weeks to come. */
  plan: z.strictObject({
    /** When it was first made, and when last. */
    begunOn: daySchema,
    madeOn: daySchema,
    weeks: z.array(keptWeekSchema).check(z.maxLength(120)),
    steps: z.array(stepSchema).check(z.maxLength(60)),
    /** The levels it was made from. */
    levels: levelsSchema,
  }),
  /** Work on days without a lesson in the book; a day that was left out has no minutes. */
  done: z._default(
    z.array(z.extend(plannedDaySchema, { kind: dayKindSchema })).check(z.maxLength(2000)),
    [],
  ),
  /** Moves of the plan: when, and why, in the words they were told in. */
  moved: z._default(
    z
      .array(
        z.strictObject({
          on: daySchema,
          said: z.array(z.string().check(z.maxLength(300))).check(z.maxLength(60)),
        }),
      )
      .check(z.maxLength(200)),
    [],
  ),
  endedOn: z.optional(daySchema),
});

export type ProgrammeRecord = z.infer<typeof programmeSchema>;
