import { z } from 'zod';
import { minutesFrom, TIMETABLE_ID } from './clock.ts';
import { daySchema, idSchema as id, instantSchema } from '../fields.ts';

/** What stands in the timetable: who, which horse, when and where, and how it comes again. */

const DAY_MIN = 24 * 60;

/** A time of the day, 24 hours, such as 09:30. */
export const timeSchema = z
  .string()
  .regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'must be a time such as 09:30');

const name = z.string().trim().max(60);

function isZone(zone: string): boolean {
  try {
    return Intl.DateTimeFormat('en', { timeZone: zone }).resolvedOptions().timeZone !== '';
  } catch {
    return false;
  }
}
export const zoneSchema = z
  .string()
  .max(60)
  .refine(isZone, 'is not a time zone such as Europe/Dublin');

/** Monday is 0. */
export const repeatSchema = z.strictObject({
  everyWeeks: z.number().int().min(1).max(8),
  weekdays: z.array(z.number().int().min(0).max(6)).min(1, 'choose a day of the week').max(7),
  /** The last day it may fall on; null while nobody has ended it. */
  until: daySchema.nullable(),
});

/** One time that lies elsewhere than the rule says. */
export const movedSchema = z.strictObject({
  /** The day it would have been on. */
  date: daySchema,
  toDate: daySchema,
  start: timeSchema,
  minutes: z.number().int().min(5).max(480),
  arena: name,
});

export const appointmentSchema = z
  .strictObject({
    id,
    revision: z.number().int().min(0),
    /** For what has no horse: the farrier, a talk. */
    title: z.string().trim().max(120).default(''),
    horseId: id.nullable(),
    riderId: id.nullable(),
    instructor: name.default(''),
    arena: name.default(''),
    /** The lesson it is for; the plan of the day where none is said. */
    lessonId: id.nullable().default(null),
    date: daySchema,
    start: timeSchema,
    minutes: z.number().int().min(5).max(480),
    /** The clock it goes by: the same time of day in summer and in winter. */
    zone: zoneSchema,
    repeat: repeatSchema.nullable().default(null),
    cancelled: z
      .array(z.strictObject({ date: daySchema, why: z.string().trim().max(200) }))
      .max(1000)
      .default([]),
    moved: z.array(movedSchema).max(1000).default([]),
    notes: z.string().max(2000).default(''),
  })
  .refine((a) => a.horseId !== null || a.title !== '', {
    path: ['horseId'],
    message: 'choose a horse, or say what it is',
  })
  .refine((a) => minutesFrom(a.start) + a.minutes <= DAY_MIN, {
    path: ['minutes'],
    message: 'must end on the same day',
  })
  .refine((a) => !a.repeat?.until || a.repeat.until >= a.date, {
    path: ['repeat', 'until'],
    message: 'must not end before it begins',
  });

export type Appointment = z.infer<typeof appointmentSchema>;
export type Repeat = z.infer<typeof repeatSchema>;

/** Hours that somebody is not free, from a calendar of their own. */
export const busyHoursSchema = z.strictObject({
  date: daySchema,
  start: timeSchema,
  minutes: z.number().int().min(1).max(DAY_MIN),
  title: z.string().max(120),
});

export const busyCalendarSchema = z
  .strictObject({
    id,
    revision: z.number().int().min(0),
    /** The name of its file: a second one of that name takes its place. */
    name: z.string().trim().min(1).max(120),
    instructor: name.default(''),
    riderId: id.nullable(),
    hours: z.array(busyHoursSchema).max(10_000),
    readAt: instantSchema,
  })
  .refine((b) => (b.instructor !== '') !== (b.riderId !== null), {
    path: ['instructor'],
    message: 'belongs to an instructor or to a rider',
  });

export type BusyHours = z.infer<typeof busyHoursSchema>;
export type BusyCalendar = z.infer<typeof busyCalendarSchema>;

/** What a timetable goes by. There is one of them. */
export const timetableSchema = z.strictObject({
  id: z.literal(TIMETABLE_ID),
  revision: z.number().int().min(0),
  /** Each with the place it lies at, and how many may ride in it at once. */
  arenas: z
    .array(
      z.strictObject({ name: name.min(1), place: name, most: z.number().int().min(1).max(30) }),
    )
    .max(30),
  travel: z
    .array(z.strictObject({ from: name, to: name, minutes: z.number().int().min(1).max(480) }))
    .max(100),
  instructors: z.array(name.min(1)).max(100),
  opens: timeSchema,
  closes: timeSchema,
  /** After so many minutes of teaching in a row an instructor has a break of so many. */
  breakAfterMin: z.number().int().min(30).max(600),
  breakMin: z.number().int().min(0).max(120),
  /** Secret addresses of calendars, each for an instructor or a rider. */
  feeds: z
    .array(
      z.strictObject({
        token: z.string().regex(/^[A-Za-z0-9_-]{20,64}$/),
        instructor: name.default(''),
        riderId: id.nullable(),
      }),
    )
    .max(500),
});

export type Timetable = z.infer<typeof timetableSchema>;
