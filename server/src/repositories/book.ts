import { and, asc, count, desc, eq, gte, inArray, sql } from 'drizzle-orm';
import type { Horse, LessonRecord, Rider, Session } from '@canter-book/core/observations/records';
import type { Observation } from '@canter-book/core/observations/observation';
import { unpacked } from '@canter-book/core/progress/readings';
import type { Database } from '../db/connect.ts';
import type { OwnExercise } from '@canter-book/core/exercises/exercise';
import { doneIn } from '@canter-book/core/planner/history';
import type { Done } from '@canter-book/core/planner/request';
import {
  horses,
  lessons,
  observations,
  ownExercises,
  riders,
  sessionEvidence,
  sessions,
} from '../db/schema.ts';
import { keepVersion, versionsOf } from './lessonVersions.ts';
import { bundleLines, takeBundle, type BundleKind, type BundleReport } from './bundle.ts';
import { evidenceStore } from './evidence.ts';
import { observationStore } from './observations.ts';
import { revisioned } from './revisioned.ts';

export interface LessonSummary {
  id: string;
  revision: number;
  title: string;
  horseId: string | null;
  tags: string[];
  template: boolean;
  updatedAt: string;
}

export interface SessionFilter {
  horseId?: string | undefined;
  since?: string | undefined;
  limit?: number | undefined;
}

export interface LastSession {
  horseId: string;
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

export type SessionSummary = Omit<Session, 'document'> & { tries: number; good: number };

type HorseRow = typeof horses.$inferSelect;
type LessonRow = typeof lessons.$inferSelect;
type SessionRow = typeof sessions.$inferSelect;

const sessionMapping = {
  toRow: (s: Session): SessionRow => ({
    ...s,
    startedAt: new Date(s.startedAt),
    endedAt: s.endedAt === null ? null : new Date(s.endedAt),
  }),
  fromRow: (row: SessionRow): Session => ({
    ...row,
    startedAt: row.startedAt.toISOString(),
    endedAt: row.endedAt?.toISOString() ?? null,
  }),
};

/** As far back as the planner looks. */
const PLANNED_SESSIONS = 12;

/** The book's rows as the documents of the core. */
export function createBook(db: Database) {
  const horseRows = revisioned<Horse, HorseRow>(db, horses, {
    toRow: (horse) => horse,
    fromRow: (row) => row as Horse,
  });
  const riderRows = revisioned<Rider, Rider>(db, riders, { toRow: (r) => r, fromRow: (r) => r });
  const lessonRows = revisioned<LessonRecord, LessonRow>(db, lessons, {
    toRow: (lesson) => ({ ...lesson, updatedAt: new Date(lesson.updatedAt) }),
    fromRow: (row) => ({ ...row, updatedAt: row.updatedAt.toISOString() }),
    saved: keepVersion,
  });
  const sessionRows = revisioned<Session, SessionRow>(db, sessions, sessionMapping);
  const evidence = evidenceStore(db);
  const seen = observationStore(db, evidence);

  const same = (document: unknown) => document as Record<string, unknown>;
  const additions = {
    rider: { table: riders, toRow: same },
    exercise: { table: ownExercises, toRow: same },
    horse: { table: horses, toRow: same },
    lesson: {
      table: lessons,
      toRow: (l: LessonRecord) => same({ ...l, updatedAt: new Date(l.updatedAt) }),
    },
    session: { table: sessions, toRow: (s: Session) => same(sessionMapping.toRow(s)) },
  };

  const book = {
    horses: {
      ...horseRows,
      list: async (): Promise<Horse[]> =>
        (await db.select().from(horses).orderBy(asc(horses.name))) as Horse[],
    },
    riders: {
      ...riderRows,
      list: (): Promise<Rider[]> => db.select().from(riders).orderBy(asc(riders.name)),
      /** Corners counted for each rider since a day, and how many were ridden with bend. */
      async corners(since: string): Promise<RiderCorners[]> {
        return db
          .select({
            riderId: sql<string>`${sessions.riderId}`,
            corners: count().mapWith(Number),
            bent: sql<number>`count(*) filter (where (${observations.data} ->> 'bent')::boolean)`.mapWith(
              Number,
            ),
          })
          .from(observations)
          .innerJoin(sessions, eq(sessions.id, observations.sessionId))
          .where(
            and(
              eq(observations.kind, 'corner'),
              gte(sessions.date, since),
              sql`${sessions.riderId} is not null`,
              sql`not exists (select 1 from observations later where later.corrects = ${observations.id})`,
            ),
          )
          .groupBy(sessions.riderId);
      },
    },
    exercises: {
      ...revisioned<OwnExercise, OwnExercise>(db, ownExercises, {
        toRow: (e) => e,
        fromRow: (row) => row,
      }),
      list: (): Promise<OwnExercise[]> => db.select().from(ownExercises),
    },
    lessons: {
      ...lessonRows,
      /** The newest first; with words to look for, those that have them all in title, tags or text. */
      async list(words: readonly string[] = []): Promise<LessonSummary[]> {
        const { id, revision, title, horseId, tags, template, updatedAt, document } = lessons;
        const holds = (word: string) => {
          const like = `%${word.replace(/[\\%_]/g, '\\$&')}%`;
          return sql`(${title} ilike ${like} or ${tags}::text ilike ${like} or ${document}::text ilike ${like})`;
        };
        const rows = await db
          .select({ id, revision, title, horseId, tags, template, updatedAt })
          .from(lessons)
          .where(and(...words.map(holds)))
          .orderBy(desc(updatedAt));
        return rows.map((row) => ({ ...row, updatedAt: row.updatedAt.toISOString() }));
      },
      versions: (id: string) => versionsOf(db, id),
    },
    sessions: {
      ...sessionRows,
      /** All sessions with their names and marks, oldest first, a page at a time. */
      async *pages(): AsyncGenerator<SessionWithMarks[]> {
        const size = 500;
        for (let from = 0; ; from += size) {
          const rows = await db
            .select({
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
            .orderBy(asc(sessions.startedAt), asc(sessions.id))
            .limit(size)
            .offset(from);
          if (rows.length === 0) return;
          yield rows.map(({ evidence: said, rider, ...rest }) => ({
            ...rest,
            rider: rider ?? '',
            marks: unpacked(said ?? [])
              .filter((e) => e.kind === 'mark')
              .map((e) => ({ scale: e.scale, rein: e.rein, value: Math.round(e.mean * 2) / 2 })),
          }));
        }
      },
      /** The last session of each horse up to a day. */
      async lastOfEach(until: string): Promise<LastSession[]> {
        // One look into the index for each horse, however many sessions there are.
        const found = await db.execute(sql`
          select h.id as "horseId", s.date::text as date, s.minutes, s.homework
          from horses h cross join lateral (
            select date, minutes, homework from sessions
            where horse_id = h.id and date <= ${until}
            order by started_at desc limit 1) s`);
        return (found as unknown as { rows: LastSession[] }).rows;
      },
      /** The session of each horse and day that is in the book already, by "horse/day". */
      async ofDays(
        wanted: readonly { horseId: string; date: string }[],
      ): Promise<Map<string, string>> {
        const rows = await db
          .select({ id: sessions.id, horseId: sessions.horseId, date: sessions.date })
          .from(sessions)
          .where(
            and(
              inArray(sessions.horseId, [...new Set(wanted.map((w) => w.horseId))]),
              inArray(sessions.date, [...new Set(wanted.map((w) => w.date))]),
            ),
          )
          .orderBy(asc(sessions.startedAt));
        return new Map(rows.map((row) => [`${row.horseId}/${row.date}`, row.id]));
      },
      /** What the sets of a horse's last planned sessions came to. */
      async done(horseId: string): Promise<Done[]> {
        const rows = await db
          .select({ id: sessions.id, date: sessions.date, document: sessions.document })
          .from(sessions)
          .where(and(eq(sessions.horseId, horseId), sql`${sessions.document} is not null`))
          .orderBy(desc(sessions.startedAt))
          .limit(PLANNED_SESSIONS);
        const tried = await seen.triesOf(rows.map((row) => row.id));
        return rows.flatMap(({ id, date, document }) =>
          document ? doneIn(date, document, tried.get(id) ?? []) : [],
        );
      },
      async list({ horseId, since, limit = 200 }: SessionFilter): Promise<SessionSummary[]> {
        const rows = await db
          .select()
          .from(sessions)
          .where(
            and(
              horseId ? eq(sessions.horseId, horseId) : undefined,
              since ? gte(sessions.date, since) : undefined,
            ),
          )
          .orderBy(desc(sessions.startedAt))
          .limit(limit);
        const tried = await tries(
          db,
          rows.map((row) => row.id),
        );
        return rows.map((row) => {
          const { document: _, ...rest } = sessionMapping.fromRow(row);
          return { ...rest, ...(tried.get(row.id) ?? { tries: 0, good: 0 }) };
        });
      },
    },
    observations: seen,
    evidence,
    /** Adds documents that are not there yet; those that are stay as they are. */
    async addAll(kind: BundleKind, documents: readonly { id: string }[]): Promise<number> {
      if (kind === 'observation') {
        const { stored } = await book.observations.append(documents as Observation[]);
        return stored;
      }
      const { table, toRow } = additions[kind];
      let added = 0;
      for (let i = 0; i < documents.length; i += 500) {
        const rows = await db
          .insert(table)
          .values(documents.slice(i, i + 500).map((d) => toRow(d as never)) as never)
          .onConflictDoNothing()
          .returning({ id: table.id });
        added += rows.length;
      }
      return added;
    },
    exportLines: (now: Date) => bundleLines(db, now),
    importLines: (
      lines: AsyncIterable<string>,
      options: { check: boolean },
    ): Promise<BundleReport> => takeBundle(book, db, lines, options),
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

async function tries(db: Database, sessionIds: readonly string[]) {
  if (sessionIds.length === 0) return new Map<string, { tries: number; good: number }>();
  const rows = await db
    .select({
      sessionId: observations.sessionId,
      tries: count().mapWith(Number),
      good: sql<number>`count(*) filter (where ${observations.data} ->> 'result' = 'good')`.mapWith(
        Number,
      ),
    })
    .from(observations)
    .where(
      and(
        inArray(observations.sessionId, [...sessionIds]),
        eq(observations.kind, 'try'),
        sql`not exists (select 1 from observations later where later.corrects = ${observations.id})`,
      ),
    )
    .groupBy(observations.sessionId);
  return new Map(rows.map(({ sessionId, ...rest }) => [sessionId, rest]));
}
