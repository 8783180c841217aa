import { sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  date,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core';
import type { Appointment, BusyCalendar, Timetable } from '@canter-book/core/calendar/appointment';
import type { DocumentKind } from '@canter-book/core/documents';
import type { Exercise } from '@canter-book/core/exercises/exercise';
import type { Lesson } from '@canter-book/core/lesson/document';
import type { SetNext } from '@canter-book/core/book/next';
import type { Horse, Rider } from '@canter-book/core/book/records';
import type { Observation } from '@canter-book/core/observations/observation';
import type { PackedEvidence, PackedReadings } from '@canter-book/core/progress/readings';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import type { MarkedRide } from '@canter-book/core/sheet/markedRide';
import type { Snapshot } from '@canter-book/core/progress/snapshot';
import type { Shared } from '../shares/shared.ts';

/** One schema for PGlite and for PostgreSQL. Ids are UUIDv7, made by whoever creates the thing. */

const instant = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

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
    /** What it is found by: title, tags and text. Written whenever it is saved; null in a row from before. */
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

/** What a lesson was at the end of each sitting, so that it can be compared and brought back. */
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
    /** What was decided for the next lesson. */
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
    /** What its marks say of each scale: made from them whenever it is saved. */
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

/** What each session says of each scale, ready to be read: made from its observations, never entered. */
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

/** What was taken into the book at one go, so that it can be taken out again as a whole. */
export const imports = pgTable('imports', {
  id: uuid().primaryKey(),
  madeAt: instant('made_at').notNull(),
  /** The name of the file. */
  source: text().notNull(),
  sessionIds: jsonb('session_ids').$type<string[]>().notNull(),
  observationIds: jsonb('observation_ids').$type<string[]>().notNull(),
});

/** An import that is being stored, a page at a time; it holds once its row is gone. */
export const importsUnderWay = pgTable('imports_under_way', {
  id: uuid().primaryKey(),
  touchedAt: instant('touched_at').notNull().defaultNow(),
  /** Given up: what it has stored is being taken out. */
  broken: boolean().notNull().default(false),
});

/** What each page of an import under way has added, so that it can be taken out again. */
export const importPages = pgTable(
  'import_pages',
  {
    importId: uuid('import_id').notNull(),
    number: integer().notNull(),
    kind: text().$type<ImportedKind>().notNull(),
    ids: jsonb().$type<string[]>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.importId, t.number] })],
);

/** What somebody may do, and with whose horses. */
const rights = {
  role: text().$type<PersonRole>().notNull().default('instructor'),
  /** Which rider it is. */
  riderId: uuid('rider_id').references(() => riders.id, { onDelete: 'cascade' }),
  /** A helper's horses. */
  horseIds: jsonb('horse_ids').$type<string[]>().notNull().default([]),
};

/** Who signs in from elsewhere; whoever sits at the machine of the book signs in nowhere. */
export const people = pgTable('people', {
  id: uuid().primaryKey(),
  name: text().notNull(),
  /** The name as it is looked for: written large or small, it is the same. */
  nameKey: text('name_key').notNull().unique(),
  ...rights,
  /** Argon2id; null until the invitation is taken. */
  passwordHash: text('password_hash'),
  madeAt: instant('made_at').notNull(),
});

/**
 * Phones that were let in. What follows is of this place, not of the book: it is in no export and no copy, and a book that
 * is taken elsewhere lets nobody in.
 */
export const devices = pgTable('devices', {
  id: uuid().primaryKey(),
  /** Who carries it. */
  person: text().notNull(),
  /** Who signed in on it: what that person may do counts then. Null where it was paired by a code. */
  personId: uuid('person_id').references(() => people.id, { onDelete: 'set null' }),
  ...rights,
  /** "Android phone", as it says of itself. */
  kind: text().notNull(),
  /** SHA-256 of what it shows at the door; what it shows is kept by nobody else. */
  tokenHash: text('token_hash').notNull().unique(),
  /** When it was last given another secret; and the next one, until the device has shown that it has it. */
  turnedAt: instant('turned_at'),
  nextHash: text('next_hash').unique(),
  nextKey: text('next_key'),
  /** The one before, for what was under way while it was changed. */
  beforeHash: text('before_hash').unique(),
  pairedAt: instant('paired_at').notNull(),
  lastSeenAt: instant('last_seen_at').notNull(),
  removedAt: instant('removed_at'),
});

/** Codes by which a phone can be paired once; gone when used or too old. */
export const pairingCodes = pgTable('pairing_codes', {
  codeHash: text('code_hash').primaryKey(),
  person: text().notNull(),
  ...rights,
  expiresAt: instant('expires_at').notNull(),
});

/** By which somebody chooses a password, once; gone when used or too old. */
export const invitations = pgTable('invitations', {
  codeHash: text('code_hash').primaryKey(),
  personId: uuid('person_id')
    .notNull()
    .unique()
    .references(() => people.id, { onDelete: 'cascade' }),
  expiresAt: instant('expires_at').notNull(),
});

/** Keys of WebAuthn: what a person's own device signs with. */
export const passkeys = pgTable(
  'passkeys',
  {
    /** The credential's own, base64url. */
    id: text().primaryKey(),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    /** COSE, base64url. */
    publicKey: text('public_key').notNull(),
    counter: bigint({ mode: 'number' }).notNull(),
    /** The name of the book it was made for: a browser offers it under no other. */
    domain: text().notNull(),
    /** "Android phone", as the device said of itself. */
    kind: text().notNull(),
    madeAt: instant('made_at').notNull(),
  },
  (t) => [index('passkeys_by_person').on(t.personId)],
);

/** What a passkey has to sign, once; gone when used or too old. */
export const passkeyChallenges = pgTable('passkey_challenges', {
  challenge: text().primaryKey(),
  /** Who makes a new key by it; null where somebody signs in. */
  personId: uuid('person_id').references(() => people.id, { onDelete: 'cascade' }),
  expiresAt: instant('expires_at').notNull(),
});

/** Tries to sign in that failed, by name, whether there is such a person or not. */
export const signInTries = pgTable('sign_in_tries', {
  nameHash: text('name_hash').primaryKey(),
  tries: integer().notNull(),
  /** Before it no try is looked at. */
  waitUntil: instant('wait_until').notNull(),
});

/** What can be read by a link, for a time: the link's secret is known to whoever was sent it. */
export const shares = pgTable('shares', {
  id: uuid().primaryKey(),
  tokenHash: text('token_hash').notNull().unique(),
  what: jsonb().$type<Shared>().notNull(),
  /** What it was called when the link was made. */
  title: text().notNull(),
  /** Null: the owner. */
  madeBy: text('made_by'),
  madeAt: instant('made_at').notNull(),
  expiresAt: instant('expires_at').notNull(),
  /** When it was last opened. */
  openedAt: instant('opened_at'),
});

/** What a phone sent after it was removed: for the owner to take or to leave. */
export const setAside = pgTable(
  'set_aside',
  {
    id: uuid().primaryKey(),
    deviceId: uuid('device_id')
      .notNull()
      .references(() => devices.id, { onDelete: 'cascade' }),
    at: instant('at').notNull(),
    /** The resource it was for. */
    path: text().notNull(),
    body: jsonb().notNull(),
  },
  (t) => [index('set_aside_by_time').on(t.at)],
);

/** What was changed from phones, and who was let in or shut out: for the owner to look at. */
export const audit = pgTable(
  'audit',
  {
    id: uuid().primaryKey(),
    at: instant('at').notNull(),
    /** Null: the owner. */
    person: text(),
    method: text().notNull(),
    /** The address, without what it was looked for by. */
    path: text().notNull(),
    /** How often in a row; the time is that of the last. */
    times: integer().notNull().default(1),
  },
  (t) => [index('audit_by_time').on(t.at)],
);

/** Who somebody is to the book; `docs/security.md` says what each may do. */
export type PersonRole = 'owner' | 'instructor' | 'helper' | 'rider';

/** What a book file holds. */
export type ImportedKind = DocumentKind | 'import';
