import { z } from '../schema.ts';
import { minutesFrom, TIMETABLE_ID } from './clock.ts';
import { daySchema, idSchema as id, instantSchema } from '../fields.ts';

/** Appointments: who, which horse, when and where, and how they come again. */

const DAY_MIN = 24 * 60;

/** A time of the day, 24 hours, such as 09:30. */
export const timeSchema = z
  .string()
  .check(z.regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'must be a time such as 09:30'));

const name = z.string().check(z.trim(), z.maxLength(60));

function isZone(zone: string): boolean {
  try {
    return Intl.DateTimeFormat('en', { timeZone: zone }).resolvedOptions().timeZone !== '';
  } catch {
    return false;
  }
}
export const zoneSchema = z
  .string()
  .check(z.maxLength(60), z.refine(isZone, 'is not a time zone such as Europe/Dublin'));

/** Monday is 0. */
export const repeatSchema = z.strictObject({
  everyWeeks: z.int().check(z.gte(1), z.lte(8)),
  weekdays: z
    .array(z.int().check(z.gte(0), z.lte(6)))
    .check(z.minLength(1, 'choose a day of the week'), z.maxLength(7)),
  /** The last day it may fall on; null while nobody has ended it. */
  until: z.nullable(daySchema),
});

/** One time that lies elsewhere than the rule says. */
export const movedSchema = z.strictObject({
  /** The day it would have been on. */
  date: daySchema,
  toDate: daySchema,
  start: timeSchema,
  minutes: z.int().check(z.gte(5), z.lte(480)),
  arena: name,
});

export const appointmentSchema = z
  .strictObject({
    id,
    revision: z.int().check(z.gte(0)),
    /** For what has no horse: the farrier, a talk. */
    title: z._default(z.string().check(z.trim(), z.maxLength(120)), ''),
    horseId: z.nullable(id),
    riderId: z.nullable(id),
    instructor: z._default(name, ''),
    arena: z._default(name, ''),
    /** The lesson it is for; the plan of the day where none is said. */
    lessonId: z._default(z.nullable(id), null),
    date: daySchema,
    start: timeSchema,
    minutes: z.int().check(z.gte(5), z.lte(480)),
    /** The clock it goes by: the same time of day in summer and in winter. */
    zone: zoneSchema,
    repeat: z._default(z.nullable(repeatSchema), null),
    cancelled: z._default(
      z
        .array(
          z.strictObject({ date: daySchema, why: z.string().check(z.trim(), z.maxLength(200)) }),
        )
        .check(z.maxLength(1000)),
      [],
    ),
    moved: z._default(z.array(movedSchema).check(z.maxLength(1000)), []),
    notes: z._default(z.string().check(z.maxLength(2000)), ''),
  })
  .check(
    z.refine((a) => a.horseId !== null || a.title !== '', {
      path: ['horseId'],
      message: 'choose a horse, or say what it is',
    }),
    z.refine((a) => minutesFrom(a.start) + a.minutes <= DAY_MIN, {
      path: ['minutes'],
      message: 'must end on the same day',
    }),
    z.refine((a) => !a.repeat?.until || a.repeat.until >= a.date, {
      path: ['repeat', 'until'],
      message: 'must not end before it begins',
    }),
  );

export type Appointment = z.infer<typeof appointmentSchema>;
export type Repeat = z.infer<typeof repeatSchema>;

/** Hours that somebody is not free, from a calendar of their own. */
export const busyHoursSchema = z.strictObject({
  date: daySchema,
  start: timeSchema,
  minutes: z.int().check(z.gte(1), z.lte(DAY_MIN)),
  title: z.string().check(z.maxLength(120)),
});

export const busyCalendarSchema = z
  .strictObject({
    id,
    revision: z.int().check(z.gte(0)),
    /** The name of its file: a second one of that name takes its place. */
    name: z.string().check(z.trim(), z.minLength(1), z.maxLength(120)),
    instructor: z._default(name, ''),
    riderId: z.nullable(id),
    hours: z.array(busyHoursSchema).check(z.maxLength(10_000)),
    readAt: instantSchema,
  })
  .check(
    z.refine((b) => (b.instructor !== '') !== (b.riderId !== null), {
      path: ['instructor'],
      message: 'belongs to an instructor or to a rider',
    }),
  );

export type BusyHours = z.infer<typeof busyHoursSchema>;
export type BusyCalendar = z.infer<typeof busyCalendarSchema>;

/** The arenas, hours and people of a timetable. A book has one. */
export const timetableSchema = z.strictObject({
  id: z.literal(TIMETABLE_ID),
  revision: z.int().check(z.gte(0)),
  /** Each with the place it lies at, and how many may ride in it at once. */
  arenas: z
    .array(
      z.strictObject({
        name: name.check(z.minLength(1)),
        place: name,
        most: z.int().check(z.gte(1), z.lte(30)),
      }),
    )
    .check(z.maxLength(30)),
  travel: z
    .array(z.strictObject({ from: name, to: name, minutes: z.int().check(z.gte(1), z.lte(480)) }))
    .check(z.maxLength(100)),
  instructors: z.array(name.check(z.minLength(1))).check(z.maxLength(100)),
  opens: timeSchema,
  closes: timeSchema,
  /** After so many minutes of teaching in a row an instructor has a break of so many. */
  breakAfterMin: z.int().check(z.gte(30), z.lte(600)),
  breakMin: z.int().check(z.gte(0), z.lte(120)),
  /** Secret addresses of calendars, each for an instructor or a rider. */
  feeds: z
    .array(
      z.strictObject({
        token: z.string().check(z.regex(/^[A-Za-z0-9_-]{20,64}$/)),
        instructor: z._default(name, ''),
        riderId: z.nullable(id),
      }),
    )
    .check(z.maxLength(500)),
});

export type Timetable = z.infer<typeof timetableSchema>;
