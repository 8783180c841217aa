import { sql } from 'drizzle-orm';
import {
  boolean,
  date,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uuid,
} from 'drizzle-orm/pg-core';
import type { Appointment, BusyCalendar, Timetable } from '@canter-book/core/calendar/appointment';
import type { Exercise } from '@canter-book/core/exercises/exercise';
import type { Lesson } from '@canter-book/core/lesson/document';
import type { SetNext } from '@canter-book/core/book/next';
import type { Horse, Rider } from '@canter-book/core/book/records';
import type { Observation } from '@canter-book/core/observations/observation';
import type { PackedEvidence, PackedReadings } from '@canter-book/core/progress/readings';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import type { MarkedRide } from '@canter-book/core/sheet/markedRide';
import type { Snapshot } from '@canter-book/core/progress/snapshot';
import { instant } from './columns.ts';

/** The documents of the book, and what is made of them. Ids are UUIDv7, made by whoever creates the thing. */

export const horses = pgTable('horses', {
  id: uuid().primaryKey(),
  revision: integer().notNull(),
  name: text().notNull(),
  kind: text().notNull().default(''),
  bornYear: integer('born_year'),
  heightCm: doublePrecision('height_cm').notNull(),
  stage: integer().notNull(),
  approach: text().notNull(),
  hollowSide: text('hollow_side'),
  theme: text().notNull().default(''),
  notes: text().notNull().default(''),
  measured: jsonb()
    .$type<Horse['measured']>()
    .notNull()
    .default(sql`'[]'::jsonb`),
  limits: jsonb()
    .$type<Horse['limits']>()
    .notNull()
    .default(sql`'{}'::jsonb`),
  fitness: text().notNull().default('usual'),
  events: jsonb()
    .$type<Horse['events']>()
    .notNull()
    .default(sql`'[]'::jsonb`),
  riderIds: jsonb('rider_ids')
    .$type<string[]>()
    .notNull()
    .default(sql`'[]'::jsonb`),
  /** The day it left the yard: kept, and no longer offered. */
  retiredOn: date('retired_on', { mode: 'string' }),
});

export const riders = pgTable('riders', {
  id: uuid().primaryKey(),
  revision: integer().notNull(),
  name: text().notNull(),
  notes: text().notNull().default(''),
  theme: text().notNull().default(''),
  stage: integer().$type<Rider['stage']>(),
  retiredOn: date('retired_on', { mode: 'string' }),
});

/** The instructor's own exercises, beside those of the shelf. */
export const ownExercises = pgTable('own_exercises', {
  id: uuid().primaryKey(),
  revision: integer().notNull(),
  exercise: jsonb().$type<Exercise>().notNull(),
});

export const lessons = pgTable(
  'lessons',
  {
    id: uuid().primaryKey(),
    revision: integer().notNull(),
    title: text().notNull(),
    horseId: uuid('horse_id').references(() => horses.id, { onDelete: 'set null' }),
    document: jsonb().$type<Lesson>().notNull(),
    tags: jsonb()
      .$type<string[]>()
      .notNull()
      .default(sql`'[]'::jsonb`),
    template: boolean().notNull().default(false),
    /** Searchable words: title, tags and text. Rewritten at every save; null in rows older than the column. */
    words: text(),
    /** A test sheet: read from its document whenever it is saved. */
    sheet: boolean().notNull().default(false),
    updatedAt: instant('updated_at').notNull(),
    /** Who saved it last; null: the owner. */
    savedBy: text('saved_by'),
    /** Thrown away, and can still be brought back. */
    removedAt: instant('removed_at'),
  },
  (t) => [index('lessons_by_time').on(t.updatedAt)],
);

/** A lesson as it was at the end of each sitting, to compare and restore. */
export const lessonVersions = pgTable(
  'lesson_versions',
  {
    lessonId: uuid('lesson_id')
      .notNull()
      .references(() => lessons.id, { onDelete: 'cascade' }),
    startedAt: instant('started_at').notNull(),
    savedAt: instant('saved_at').notNull(),
    revision: integer().notNull(),
    title: text().notNull(),
    document: jsonb().$type<Lesson>().notNull(),
    /** Null: the owner. */
    by: text(),
  },
  (t) => [primaryKey({ columns: [t.lessonId, t.startedAt] })],
);

export const sessions = pgTable(
  'sessions',
  {
    id: uuid().primaryKey(),
    revision: integer().notNull(),
    horseId: uuid('horse_id')
      .notNull()
      .references(() => horses.id),
    riderId: uuid('rider_id').references(() => riders.id, { onDelete: 'set null' }),
    // No foreign key: a session keeps its own copy of the lesson, also when the lesson is gone.
    lessonId: uuid('lesson_id'),
    document: jsonb().$type<Lesson>(),
    date: date({ mode: 'string' }).notNull(),
    startedAt: instant('started_at').notNull(),
    endedAt: instant('ended_at'),
    minutes: doublePrecision(),
    notes: text().notNull().default(''),
    homework: text().notNull().default(''),
    /** Decisions for the next lesson. */
    next: jsonb().$type<SetNext[]>(),
    // No foreign key: what was taught stays taught, whatever becomes of the timetable.
    appointmentId: uuid('appointment_id'),
    /** Who taught it; null: the owner. */
    by: text(),
    /** Taken out of the book, with all that was seen in it; it can still be brought back. */
    removedAt: instant('removed_at'),
  },
  (t) => [
    index('sessions_by_horse').on(t.horseId, t.startedAt),
    index('sessions_by_time').on(t.startedAt, t.id),
    index('sessions_by_date').on(t.date),
  ],
);

/** Test sheets as they were ridden, with the marks of their judges. */
export const markedRides = pgTable(
  'marked_rides',
  {
    id: uuid().primaryKey(),
    revision: integer().notNull(),
    horseId: uuid('horse_id')
      .notNull()
      .references(() => horses.id),
    riderId: uuid('rider_id').references(() => riders.id, { onDelete: 'set null' }),
    // No foreign key: the ride keeps its own copy of the sheet.
    lessonId: uuid('lesson_id'),
    document: jsonb().$type<Lesson>().notNull(),
    date: date({ mode: 'string' }).notNull(),
    kind: text().$type<MarkedRide['kind']>().notNull(),
    place: text().notNull().default(''),
    judges: jsonb().$type<MarkedRide['judges']>().notNull(),
    errors: integer().notNull().default(0),
    target: doublePrecision(),
    notes: text().notNull().default(''),
    corrections: jsonb().$type<MarkedRide['corrections']>().notNull(),
    /** Evidence of its marks per scale, recomputed at every save. */
    evidence: jsonb().$type<PackedEvidence[]>().notNull(),
  },
  (t) => [index('rides_by_horse').on(t.horseId, t.date), index('rides_by_sheet').on(t.lessonId)],
);

/** The weeks ahead of a horse: what is wished for, what was planned, what moved. */
export const programmes = pgTable(
  'programmes',
  {
    id: uuid().primaryKey(),
    revision: integer().notNull(),
    horseId: uuid('horse_id')
      .notNull()
      .references(() => horses.id, { onDelete: 'cascade' }),
    endedOn: date('ended_on', { mode: 'string' }),
    data: jsonb().$type<ProgrammeRecord>().notNull(),
  },
  (t) => [index('programmes_by_horse').on(t.horseId)],
);

/** The timetable: a rule each, with what is different on single days. */
export const appointments = pgTable(
  'appointments',
  {
    id: uuid().primaryKey(),
    revision: integer().notNull(),
    horseId: uuid('horse_id').references(() => horses.id, { onDelete: 'cascade' }),
    riderId: uuid('rider_id').references(() => riders.id, { onDelete: 'set null' }),
    /** The first and the last day it can fall on; read from the document whenever it is saved. */
    first: date({ mode: 'string' }).notNull(),
    last: date({ mode: 'string' }),
    data: jsonb().$type<Appointment>().notNull(),
  },
  (t) => [index('appointments_by_day').on(t.first, t.last)],
);

/** Hours that somebody is not free, from calendars of their own. */
export const busyCalendars = pgTable('busy_calendars', {
  id: uuid().primaryKey(),
  revision: integer().notNull(),
  data: jsonb().$type<BusyCalendar>().notNull(),
});

/** Arenas, ways between them, opening hours, secret addresses: one row. */
export const timetables = pgTable('timetables', {
  id: uuid().primaryKey(),
  revision: integer().notNull(),
  data: jsonb().$type<Timetable>().notNull(),
});

/** Append-only: a correction is a new row that names the old one. */
export const observations = pgTable(
  'observations',
  {
    id: uuid().primaryKey(),
    sessionId: uuid('session_id')
      .notNull()
      .references(() => sessions.id),
    horseId: uuid('horse_id').notNull(),
    at: instant('at').notNull(),
    kind: text().notNull(),
    corrects: uuid(),
    data: jsonb().$type<Observation>().notNull(),
    /** Of a try, whether it was good; of a corner, whether it was ridden with bend. */
    good: boolean().generatedAlwaysAs(
      sql`case kind when 'try' then data ->> 'result' = 'good' when 'corner' then (data ->> 'bent')::boolean end`,
    ),
  },
  (t) => [
    index('observations_by_session').on(t.sessionId),
    // Few are corrections: the rest would only make it slow to ask.
    index('observations_corrected')
      .on(t.corrects)
      .where(sql`${t.corrects} is not null`),
    index('observations_by_kind').on(t.kind, t.sessionId),
  ],
);

/** Evidence of each session per scale: derived from its observations, never entered. */
export const sessionEvidence = pgTable(
  'session_evidence',
  {
    sessionId: uuid('session_id')
      .primaryKey()
      .references(() => sessions.id, { onDelete: 'cascade' }),
    horseId: uuid('horse_id').notNull(),
    date: date({ mode: 'string' }).notNull(),
    evidence: jsonb().$type<PackedEvidence[]>().notNull(),
  },
  (t) => [index('evidence_by_horse').on(t.horseId, t.date)],
);

/** Where each horse stood after its last session; taken away when something new is seen, and made again. */
export const horseSnapshots = pgTable('horse_snapshots', {
  horseId: uuid('horse_id')
    .primaryKey()
    .references(() => horses.id, { onDelete: 'cascade' }),
  snapshot: jsonb().$type<Snapshot>().notNull(),
  readings: jsonb().$type<PackedReadings>().notNull(),
});
