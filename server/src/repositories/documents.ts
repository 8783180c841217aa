import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import type { z } from '@canter-book/core/schema';
import {
  appointmentSchema,
  busyCalendarSchema,
  timetableSchema,
  type Appointment,
  type BusyCalendar,
  type Timetable,
} from '@canter-book/core/calendar/appointment';
import { spanOf } from '@canter-book/core/calendar/occurrences';
import { ownExerciseSchema, type OwnExercise } from '@canter-book/core/exercises/exercise';
import { isSheet } from '@canter-book/core/lesson/document';
import { observationSchema, type Observation } from '@canter-book/core/observations/observation';
import {
  horseSchema,
  lessonRecordSchema,
  riderSchema,
  sessionSchema,
  type Horse,
  type LessonRecord,
  type Rider,
  type Session,
} from '@canter-book/core/book/records';
import { programmeSchema, type ProgrammeRecord } from '@canter-book/core/programme/record';
import { packed } from '@canter-book/core/progress/readings';
import { evidenceOfRide } from '@canter-book/core/sheet/rideEvidence';
import { markedRideSchema, type MarkedRide } from '@canter-book/core/sheet/markedRide';
import {
  appointments,
  busyCalendars,
  horses,
  lessons,
  markedRides,
  observations,
  ownExercises,
  programmes,
  riders,
  sessions,
  timetables,
} from '../db/schema.ts';
import { wordsOfLesson } from '../db/words.ts';

/** The documents of the book: where each kind lies, what it is held to, and how a row becomes one. */

interface Kind<T, Row> {
  readonly table: PgTable & { id: PgColumn };
  readonly schema: z.ZodMiniType<T>;
  toRow(document: T): Row;
  fromRow(row: Row): T;
}

/** A field that may be missing in a document is null in its column. */
function orMissing<K extends string, V>(key: K, value: V | null): { [P in K]?: V } {
  return (value === null ? {} : { [key]: value }) as { [P in K]?: V };
}

const instant = (text: string | null | undefined): Date | null => (text ? new Date(text) : null);

type HorseRow = typeof horses.$inferSelect;
type RiderRow = typeof riders.$inferSelect;
type LessonRow = typeof lessons.$inferSelect;
type SessionRow = typeof sessions.$inferSelect;
type RideRow = typeof markedRides.$inferSelect;
type ObservationRow = typeof observations.$inferSelect;

const rider: Kind<Rider, RiderRow> = {
  table: riders,
  schema: riderSchema,
  toRow: (r) => ({ ...r, retiredOn: r.retiredOn ?? null }),
  fromRow: ({ retiredOn, ...row }) => ({ ...row, ...orMissing('retiredOn', retiredOn) }),
};

const exercise: Kind<OwnExercise, OwnExercise> = {
  table: ownExercises,
  schema: ownExerciseSchema,
  toRow: (e) => e,
  fromRow: (row) => row,
};

const horse: Kind<Horse, HorseRow> = {
  table: horses,
  schema: horseSchema,
  toRow: (h) => ({ ...h, retiredOn: h.retiredOn ?? null }),
  fromRow: ({ retiredOn, ...row }) =>
    ({ ...row, ...orMissing('retiredOn', retiredOn) }) as unknown as Horse,
};

const lesson: Kind<LessonRecord, LessonRow> = {
  table: lessons,
  schema: lessonRecordSchema,
  toRow: (l) => ({
    ...l,
    updatedAt: new Date(l.updatedAt),
    removedAt: instant(l.removedAt),
    savedBy: l.savedBy ?? null,
    sheet: isSheet(l.document),
    words: wordsOfLesson(l),
  }),
  fromRow: ({ removedAt, savedBy, sheet: _, words: __, ...row }) => ({
    ...row,
    updatedAt: row.updatedAt.toISOString(),
    ...orMissing('savedBy', savedBy),
    ...orMissing('removedAt', removedAt?.toISOString() ?? null),
  }),
};

const ride: Kind<MarkedRide, RideRow> = {
  table: markedRides,
  schema: markedRideSchema,
  toRow: (r) => ({ ...r, evidence: packed(evidenceOfRide(r)) }),
  fromRow: ({ evidence: _, ...row }) => row,
};

/** The whole document in one column, beside what it is looked for by. */
const inData = <T extends { id: string; revision: number }>(document: T) => ({
  id: document.id,
  revision: document.revision,
  data: document,
});

const programme: Kind<ProgrammeRecord, typeof programmes.$inferSelect> = {
  table: programmes,
  schema: programmeSchema,
  toRow: (p) => ({ ...inData(p), horseId: p.horseId, endedOn: p.endedOn ?? null }),
  fromRow: ({ data, revision }) => ({ ...data, revision }),
};

const appointment: Kind<Appointment, typeof appointments.$inferSelect> = {
  table: appointments,
  schema: appointmentSchema,
  toRow: (a) => ({ ...inData(a), horseId: a.horseId, riderId: a.riderId, ...spanOf(a) }),
  // A rider who left the book has left its timetable too.
  fromRow: ({ data, revision, horseId, riderId }) => ({ ...data, revision, horseId, riderId }),
};

const busy: Kind<BusyCalendar, typeof busyCalendars.$inferSelect> = {
  table: busyCalendars,
  schema: busyCalendarSchema,
  toRow: inData,
  fromRow: ({ data, revision }) => ({ ...data, revision }),
};

const timetable: Kind<Timetable, typeof timetables.$inferSelect> = {
  table: timetables,
  schema: timetableSchema,
  toRow: inData,
  fromRow: ({ data, revision }) => ({ ...data, revision }),
};

const session: Kind<Session, SessionRow> = {
  table: sessions,
  schema: sessionSchema,
  toRow: (s) => ({
    ...s,
    startedAt: new Date(s.startedAt),
    endedAt: instant(s.endedAt),
    removedAt: instant(s.removedAt),
    next: s.next ?? null,
    appointmentId: s.appointmentId ?? null,
    by: s.by ?? null,
  }),
  fromRow: ({ removedAt, next, appointmentId, by, ...row }) => ({
    ...row,
    startedAt: row.startedAt.toISOString(),
    endedAt: row.endedAt?.toISOString() ?? null,
    ...orMissing('next', next),
    ...orMissing('appointmentId', appointmentId),
    ...orMissing('by', by),
    ...orMissing('removedAt', removedAt?.toISOString() ?? null),
  }),
};

/** Written by its own statement, many at once: it is only ever added. */
const observation: Pick<Kind<Observation, ObservationRow>, 'table' | 'schema' | 'fromRow'> = {
  table: observations,
  schema: observationSchema,
  fromRow: (row) => row.data,
};

/** In the order in which they can be stored: what others name comes first. */
export const DOCUMENTS = {
  rider,
  exercise,
  horse,
  timetable,
  busy,
  lesson,
  ride,
  programme,
  appointment,
  session,
  observation,
} as const;

export type DocumentKind = keyof typeof DOCUMENTS;
export const DOCUMENT_KINDS = Object.keys(DOCUMENTS) as DocumentKind[];
