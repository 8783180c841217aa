import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import type { z } from 'zod';
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
} from '@canter-book/core/observations/records';
import { packed } from '@canter-book/core/progress/readings';
import { evidenceOfRide } from '@canter-book/core/sheet/rideEvidence';
import { markedRideSchema, type MarkedRide } from '@canter-book/core/sheet/markedRide';
import {
  horses,
  lessons,
  markedRides,
  observations,
  ownExercises,
  riders,
  sessions,
} from '../db/schema.ts';

/** The documents of the book: where each kind lies, what it is held to, and how a row becomes one. */

interface Kind<T, Row> {
  readonly table: PgTable & { id: PgColumn };
  readonly schema: z.ZodType<T>;
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
    sheet: isSheet(l.document),
  }),
  fromRow: ({ removedAt, sheet: _, ...row }) => ({
    ...row,
    updatedAt: row.updatedAt.toISOString(),
    ...orMissing('removedAt', removedAt?.toISOString() ?? null),
  }),
};

const ride: Kind<MarkedRide, RideRow> = {
  table: markedRides,
  schema: markedRideSchema,
  toRow: (r) => ({ ...r, evidence: packed(evidenceOfRide(r)) }),
  fromRow: ({ evidence: _, ...row }) => row,
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
  }),
  fromRow: ({ removedAt, next, ...row }) => ({
    ...row,
    startedAt: row.startedAt.toISOString(),
    endedAt: row.endedAt?.toISOString() ?? null,
    ...orMissing('next', next),
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
export const DOCUMENTS = { rider, exercise, horse, lesson, ride, session, observation } as const;

export type DocumentKind = keyof typeof DOCUMENTS;
export const DOCUMENT_KINDS = Object.keys(DOCUMENTS) as DocumentKind[];
