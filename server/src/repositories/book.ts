import {
  and,
  asc,
  count,
  desc,
  eq,
  gte,
  ilike,
  inArray,
  isNotNull,
  isNull,
  lt,
  lte,
  or,
  sql,
  type SQL,
} from 'drizzle-orm';
import type { Appointment, BusyCalendar } from '@canter-book/core/calendar/appointment';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import type { Horse, Rider, Session } from '@canter-book/core/book/records';
import { unpacked } from '@canter-book/core/progress/readings';
import type { MarkedRide } from '@canter-book/core/sheet/markedRide';
import type { Database } from '../db/connect.ts';
import type { OwnExercise } from '@canter-book/core/exercises/exercise';
import { doneIn } from '@canter-book/core/planner/history';
import type { Done } from '@canter-book/core/planner/request';
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
  sessionEvidence,
  sessions,
  timetables,
} from '../db/schema.ts';
import { keepVersion, versionsOf } from './lessonVersions.ts';
import { addDocuments } from './addDocuments.ts';
import { takeBundle, type BundleReport } from './bundle/take.ts';
import { undoBroken } from './bundle/underWay.ts';
import { bundleLines } from './bundle/write.ts';
import { DOCUMENTS, type DocumentKind } from './documents.ts';
import { evidenceStore, forgetEvidence, forgetSnapshots } from './evidence.ts';
import { importStore } from './imports.ts';
import { observationStore, stands } from './observations.ts';
import { countingAfter, isBefore, newestFirst, oldestFirst, type Cursor } from './sessionPages.ts';
import { keptRows } from './keptRows.ts';
import { revisioned } from './revisioned.ts';

export interface LessonSummary {
  id: string;
  revision: number;
  title: string;
  horseId: string | null;
  tags: string[];
  template: boolean;
  /** A test sheet. */
  sheet: boolean;
  updatedAt: string;
}

export interface RemovedLesson {
  id: string;
  title: string;
  horseId: string | null;
  removedAt: string;
}

export interface SessionFilter {
  horseId?: string | undefined;
  since?: string | undefined;
  /** Only those before this session. */
  before?: string | undefined;
  limit?: number | undefined;
}

export interface ProgrammeFilter {
  horseId?: string | undefined;
  horseIds?: readonly string[] | undefined;
  ended?: boolean | undefined;
}

export interface RideFilter {
  horseId?: string | undefined;
  lessonId?: string | undefined;
}

export interface LastSession {
  horseId: string;
  sessionId: string;
  date: string;
  minutes: number | null;
  homework: string;
}

/** A session as a row of a table. */
export interface SessionWithMarks {
  date: string;
  horse: string;
  rider: string;
  minutes: number | null;
  notes: string;
  homework: string;
  marks: { scale: string; rein: string; value: number }[];
}

export interface RiderCorners {
  riderId: string;
  corners: number;
  bent: number;
}

export type SessionSummary = Omit<Session, 'document'> & {
  tries: number;
  good: number;
  /** Marks that were given. */
  marks: number;
};

async function summariesOf(db: Database, ids: readonly string[]): Promise<LessonSummary[]> {
  const { id, revision, title, horseId, tags, template, sheet, updatedAt } = lessons;
  const rows = await db
    .select({ id, revision, title, horseId, tags, template, sheet, updatedAt })
    .from(lessons)
    .where(inArray(id, [...ids]));
  return rows.map((row) => ({ ...row, updatedAt: row.updatedAt.toISOString() }));
}

/** More than anybody looks through at once. */
const MOST_RIDES = 500;

/** As far back as the planner looks. */
const PLANNED_SESSIONS = 12;

/** The book's rows as the documents of the core. */
export function createBook(db: Database) {
  const { rider, exercise, horse, lesson, ride, session, programme, appointment } = DOCUMENTS;
  const evidence = evidenceStore(db);
  const seen = observationStore(db);
  const keptHorses = keptRows(db, horses, async (ids) =>
    (
      await db
        .select()
        .from(horses)
        .where(inArray(horses.id, [...ids]))
    ).map(horse.fromRow),
  );
  const summaries = () => keptRows(db, lessons, (ids) => summariesOf(db, ids));
  const keptLessons = { lessons: summaries(), sheets: summaries() };

  const book = {
    horses: {
      ...revisioned(db, horses, horse),
      /** By name; of all, or those of some that are in the book. */
      async ids(among?: readonly string[]): Promise<string[]> {
        const rows = await db
          .select({ id: horses.id })
          .from(horses)
          .where(among ? inArray(horses.id, [...among]) : undefined)
          .orderBy(asc(horses.name));
        return rows.map((row) => row.id);
      },
      list: (): Promise<Horse[]> => keptHorses(sql`order by ${horses.name}`),
    },
    riders: {
      ...revisioned(db, riders, rider),
      list: async (): Promise<Rider[]> =>
        (await db.select().from(riders).orderBy(asc(riders.name))).map(rider.fromRow),
      /** Corners counted for each rider since a day, and how many were ridden with bend. */
      async corners(since: string): Promise<RiderCorners[]> {
        return db
          .select({
            riderId: sql<string>`${sessions.riderId}`,
            corners: count().mapWith(Number),
            bent: kindCount(sql`${observations.good}`),
          })
          .from(observations)
          .innerJoin(sessions, eq(sessions.id, observations.sessionId))
          .where(
            and(
              eq(observations.kind, 'corner'),
              gte(sessions.date, since),
              isNotNull(sessions.riderId),
              isNull(sessions.removedAt),
              stands,
            ),
          )
          .groupBy(sessions.riderId);
      },
    },
    exercises: {
      ...revisioned(db, ownExercises, exercise),
      list: (): Promise<OwnExercise[]> => db.select().from(ownExercises),
    },
    programmes: {
      ...revisioned(db, programmes, programme),
      /** Of all horses, of one or of some; those that have ended only when they are asked for. */
      async list({
        horseId,
        horseIds,
        ended = false,
      }: ProgrammeFilter): Promise<ProgrammeRecord[]> {
        const rows = await db
          .select()
          .from(programmes)
          .where(
            and(
              horseId ? eq(programmes.horseId, horseId) : undefined,
              horseIds ? inArray(programmes.horseId, [...horseIds]) : undefined,
              ended ? undefined : isNull(programmes.endedOn),
            ),
          )
          .orderBy(desc(programmes.id));
        return rows.map(programme.fromRow);
      },
    },
    appointments: {
      ...revisioned(db, appointments, appointment),
      /** Those that can fall on a day from one to another. */
      async list({ from, to }: { from: string; to: string }): Promise<Appointment[]> {
        const { first, last } = appointments;
        const rows = await db
          .select()
          .from(appointments)
          .where(and(lte(first, to), or(isNull(last), gte(last, from))))
          .orderBy(asc(appointments.id));
        return rows.map(appointment.fromRow);
      },
    },
    busy: {
      ...revisioned(db, busyCalendars, DOCUMENTS.busy),
      list: async (): Promise<BusyCalendar[]> =>
        (await db.select().from(busyCalendars).orderBy(asc(busyCalendars.id))).map(
          DOCUMENTS.busy.fromRow,
        ),
    },
    timetable: revisioned(db, timetables, DOCUMENTS.timetable),
    lessons: {
      ...revisioned(db, lessons, { ...lesson, saved: keepVersion }),
      /** Lessons, or test sheets, the newest first; with words to look for, those that have them all in title, tags or text. */
      async list(
        words: readonly string[] = [],
        { sheets = false }: { sheets?: boolean } = {},
      ): Promise<LessonSummary[]> {
        const { sheet, words: found } = lessons;
        const holds = (word: string) => {
          const like = `%${word.replace(/[\\%_]/g, '\\$&')}%`;
          return ilike(found, like);
        };
        const { removedAt, updatedAt } = lessons;
        const where = and(isNull(removedAt), eq(sheet, sheets), ...words.map(holds));
        return keptLessons[sheets ? 'sheets' : 'lessons'](
          sql`where ${where} order by ${updatedAt} desc`,
          { all: words.length === 0 },
        );
      },
      versions: (id: string) => versionsOf(db, id),
      /** Thrown away not long ago, and can still be brought back; the newest first. */
      async removed(): Promise<RemovedLesson[]> {
        const { id, title, horseId, removedAt } = lessons;
        const rows = await db
          .select({ id, title, horseId, removedAt })
          .from(lessons)
          .where(isNotNull(removedAt))
          .orderBy(desc(removedAt));
        return rows.map((row) => ({ ...row, removedAt: row.removedAt!.toISOString() }));
      },
      /** Lessons that were thrown away before an instant are gone for good. */
      async purge(before: Date): Promise<number> {
        const gone = await db
          .delete(lessons)
          .where(lt(lessons.removedAt, before))
          .returning({ id: lessons.id });
        return gone.length;
      },
    },
    sessions: {
      ...revisioned(db, sessions, {
        ...session,
        async saved(tx, now, before) {
          const counts = now.removedAt !== before?.removedAt || now.date !== before?.date;
          if (before && counts) await forgetEvidence(tx, [now.id]);
        },
      }),
      /** All sessions with their names and marks, oldest first, a page at a time. */
      async *pages(): AsyncGenerator<SessionWithMarks[]> {
        let after: Cursor | null = null;
        for (;;) {
          const rows = await sessionsAfter(db, after);
          const last = rows.at(-1);
          if (!last) return;
          after = last;
          yield rows.map(({ evidence: said, rider: by, id: _, startedAt: __, ...rest }) => ({
            ...rest,
            rider: by ?? '',
            marks: unpacked(said ?? [])
              .filter((e) => e.kind === 'mark')
              .map((e) => ({ scale: e.scale, rein: e.rein, value: Math.round(e.mean * 2) / 2 })),
          }));
        }
      },
      /** The last session of each horse up to a day. */
      async lastOfEach(until: string, horseIds?: readonly string[]): Promise<LastSession[]> {
        const only = horseIds
          ? sql`where h.id = any(${sql.param(`{${horseIds.join(',')}}`)}::uuid[])`
          : sql``;
        // One look into the index for each horse, however many sessions there are.
        const found = await db.execute(sql`
          select h.id as "horseId", s.id as "sessionId", s.date::text as date, s.minutes, s.homework
          from horses h cross join lateral (
            select id, date, minutes, homework from sessions
            where horse_id = h.id and date <= ${until} and removed_at is null
            order by started_at desc limit 1) s ${only}`);
        return (found as unknown as { rows: LastSession[] }).rows;
      },
      /** What the sets of a horse's last planned sessions came to, in the order of time. */
      async done(horseId: string): Promise<Done[]> {
        const rows = await db
          .select({
            id: sessions.id,
            date: sessions.date,
            document: sessions.document,
            next: sessions.next,
          })
          .from(sessions)
          .where(
            and(
              eq(sessions.horseId, horseId),
              isNotNull(sessions.document),
              isNull(sessions.removedAt),
            ),
          )
          .orderBy(desc(sessions.startedAt))
          .limit(PLANNED_SESSIONS);
        const tried = await seen.triesOf(rows.map((row) => row.id));
        // The oldest first: what was decided last counts.
        return rows
          .reverse()
          .flatMap(({ id, date, document, next }) =>
            document ? doneIn(date, document, tried.get(id) ?? [], next ?? []) : [],
          );
      },
      /** The newest first, a page at a time. */
      async list({
        horseId,
        since,
        before,
        limit = 200,
      }: SessionFilter): Promise<SessionSummary[]> {
        const rows = await db
          .select()
          .from(sessions)
          .where(
            and(
              horseId ? eq(sessions.horseId, horseId) : undefined,
              since ? gte(sessions.date, since) : undefined,
              before ? isBefore(before) : undefined,
              isNull(sessions.removedAt),
            ),
          )
          .orderBy(...newestFirst)
          .limit(limit);
        const tried = await tries(
          db,
          rows.map((row) => row.id),
        );
        return rows.map((row) => {
          const { document: _, ...rest } = session.fromRow(row);
          return { ...rest, ...(tried.get(row.id) ?? { tries: 0, good: 0, marks: 0 }) };
        });
      },
    },
    rides: {
      ...revisioned(db, markedRides, {
        ...ride,
        saved: (tx, now, before) =>
          forgetSnapshots(tx, [now.horseId, ...(before ? [before.horseId] : [])]),
      }),
      remove: (id: string): Promise<void> =>
        db.transaction(async (tx) => {
          const gone = await tx
            .delete(markedRides)
            .where(eq(markedRides.id, id))
            .returning({ horseId: markedRides.horseId });
          await forgetSnapshots(
            tx,
            gone.map((row) => row.horseId),
          );
        }),
      async list({ horseId, lessonId }: RideFilter): Promise<MarkedRide[]> {
        const rows = await db
          .select()
          .from(markedRides)
          .where(
            and(
              horseId ? eq(markedRides.horseId, horseId) : undefined,
              lessonId ? eq(markedRides.lessonId, lessonId) : undefined,
            ),
          )
          .orderBy(desc(markedRides.date), desc(markedRides.id))
          .limit(MOST_RIDES);
        return rows.map(ride.fromRow);
      },
    },
    observations: seen,
    evidence,
    imports: importStore(db),
    exportLines: (now: Date) => bundleLines(db, now),
    importLines: (
      lines: AsyncIterable<string>,
      options: { check: boolean },
    ): Promise<BundleReport> => takeBundle(db, evidence, lines, options),
    /** What is left of imports that were broken off goes. */
    undoBrokenImports: (options: { alone: boolean }): Promise<number> => undoBroken(db, options),
    /** Adds documents that are not there yet; those that are stay as they are. Answers the ids of the new ones. */
    addAll: (kind: DocumentKind, documents: readonly { id: string }[]): Promise<string[]> =>
      db.transaction((tx) => addDocuments(tx, kind, documents)),
    /** How much has been entered: what a backup is worth is seen by it. */
    async size(): Promise<number> {
      const tables = Object.values(DOCUMENTS).map(({ table }) => db.$count(table));
      return (await Promise.all(tables)).reduce((sum, n) => sum + n, 0);
    },
    /** Whether nothing was ever entered. */
    async isEmpty(): Promise<boolean> {
      const [row] = await db.select({ n: count() }).from(horses);
      return Number(row?.n ?? 0) === 0;
    },
    async maintain(): Promise<void> {
      await db.execute(sql`vacuum analyze`);
    },
  };
  return book;
}

export type Book = ReturnType<typeof createBook>;

const SESSIONS_A_PAGE = 250;

/** The next page of sessions with their names. */
const sessionsAfter = (db: Database, after: Cursor | null) =>
  db
    .select({
      id: sessions.id,
      startedAt: sessions.startedAt,
      date: sessions.date,
      horse: horses.name,
      rider: riders.name,
      minutes: sessions.minutes,
      notes: sessions.notes,
      homework: sessions.homework,
      evidence: sessionEvidence.evidence,
    })
    .from(sessions)
    .innerJoin(horses, eq(horses.id, sessions.horseId))
    .leftJoin(riders, eq(riders.id, sessions.riderId))
    .leftJoin(sessionEvidence, eq(sessionEvidence.sessionId, sessions.id))
    .where(countingAfter(after))
    .orderBy(...oldestFirst)
    .limit(SESSIONS_A_PAGE);

const kindCount = (where: SQL) => sql<number>`count(*) filter (where ${where})`.mapWith(Number);

async function tries(db: Database, sessionIds: readonly string[]) {
  if (sessionIds.length === 0)
    return new Map<string, { tries: number; good: number; marks: number }>();
  const rows = await db
    .select({
      sessionId: observations.sessionId,
      tries: kindCount(sql`${observations.kind} = 'try'`),
      good: kindCount(sql`${observations.good}`),
      marks: kindCount(sql`${observations.kind} = 'mark'`),
    })
    .from(observations)
    .where(
      and(
        inArray(observations.sessionId, [...sessionIds]),
        inArray(observations.kind, ['try', 'mark']),
        stands,
      ),
    )
    .groupBy(observations.sessionId);
  return new Map(rows.map(({ sessionId, ...rest }) => [sessionId, rest]));
}
