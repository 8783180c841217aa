import type { SessionSummary } from '@canter-book/core/book/summaries';
import { doneIn } from '@canter-book/core/planner/history';
import type { Done } from '@canter-book/core/planner/request';
import { unpacked } from '@canter-book/core/progress/readings';
import { sessionSchema, type Session } from '@canter-book/core/book/records';
import { daySchema, idSchema } from '@canter-book/core/fields';
import { z } from '@canter-book/core/schema';
import { and, desc, eq, gte, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import type { Database } from '../db/connect.ts';
import { horses, observations, riders, sessionEvidence, sessions } from '../db/schema.ts';
import { forgetEvidence } from '../repositories/held.ts';
import { revisioned } from '../repositories/revisioned.ts';
import {
  countingAfter,
  isBefore,
  newestFirst,
  oldestFirst,
  pageByPage,
  type Cursor,
} from '../repositories/sessionPages.ts';
import { LARGE } from '../routes/says.ts';
import { got, type Document, type Rows } from './document.ts';
import { kindCount, seenInSessions, stands } from './observation.ts';
import { inRows, instant, orMissing, takeOutRows } from './rows.ts';

const rows: Rows<Session, typeof sessions.$inferSelect> = {
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

interface SessionFilter {
  horseId?: string | undefined;
  since?: string | undefined;
  /** Only those before this session. */
  before?: string | undefined;
  limit?: number | undefined;
}

interface LastSession {
  horseId: string;
  sessionId: string;
  date: string;
  minutes: number | null;
  homework: string;
}

/** A session as a row of a table. */
interface SessionWithMarks {
  date: string;
  horse: string;
  rider: string;
  minutes: number | null;
  notes: string;
  homework: string;
  marks: { scale: string; rein: string; value: number }[];
}

/** As far back as the planner looks. */
const PLANNED_SESSIONS = 12;

/** Sessions, with what was seen in them counted. */
function sessionStore(db: Database) {
  return {
    ...revisioned(db, {
      ...rows,
      async saved(tx, now, before) {
        const counts = now.removedAt !== before?.removedAt || now.date !== before?.date;
        if (before && counts) await forgetEvidence(tx, [now.id]);
      },
    }),
    pages: () => pages(db),
    lastOfEach: (until: string, horseIds?: readonly string[]) => lastOfEach(db, until, horseIds),
    done: (horseId: string) => done(db, horseId),
    /** The newest first, a page at a time. */
    async list({ horseId, since, before, limit = 200 }: SessionFilter): Promise<SessionSummary[]> {
      const found = await db
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
        found.map((row) => row.id),
      );
      return found.map((row) => {
        const { document: _, ...rest } = rows.fromRow(row);
        return { ...rest, ...(tried.get(row.id) ?? { tries: 0, good: 0, marks: 0 }) };
      });
    },
  };
}

/** The last session of each horse up to a day. */
async function lastOfEach(
  db: Database,
  until: string,
  horseIds?: readonly string[],
): Promise<LastSession[]> {
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
}

/** Outcomes of the sets in a horse's last planned sessions, oldest first. */
async function done(db: Database, horseId: string): Promise<Done[]> {
  const found = await db
    .select({
      id: sessions.id,
      date: sessions.date,
      document: sessions.document,
      next: sessions.next,
    })
    .from(sessions)
    .where(
      and(eq(sessions.horseId, horseId), isNotNull(sessions.document), isNull(sessions.removedAt)),
    )
    .orderBy(desc(sessions.startedAt))
    .limit(PLANNED_SESSIONS);
  const tried = await seenInSessions(db).triesOf(found.map((row) => row.id));
  // The oldest first: what was decided last counts.
  return found
    .reverse()
    .flatMap(({ id, date, document, next }) =>
      document ? doneIn(date, document, tried.get(id) ?? [], next ?? []) : [],
    );
}

const SESSIONS_A_PAGE = 250;

/** All sessions with their names and marks, oldest first, a page at a time. */
async function* pages(db: Database): AsyncGenerator<SessionWithMarks[]> {
  for await (const page of pageByPage((after) => sessionsAfter(db, after))) {
    yield page.map(({ evidence: said, rider: by, id: _, startedAt: __, ...rest }) => ({
      ...rest,
      rider: by ?? '',
      marks: unpacked(said ?? [])
        .filter((e) => e.kind === 'mark')
        .map((e) => ({ scale: e.scale, rein: e.rein, value: Math.round(e.mean * 2) / 2 })),
    }));
  }
}

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

async function tries(db: Database, sessionIds: readonly string[]) {
  if (sessionIds.length === 0)
    return new Map<string, { tries: number; good: number; marks: number }>();
  const found = await db
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
  return new Map(found.map(({ sessionId, ...rest }) => [sessionId, rest]));
}

const filterSchema = z.strictObject({
  horseId: z.optional(idSchema),
  since: z.optional(daySchema),
  before: z.optional(idSchema),
  limit: z.optional(z.coerce.number().check(z.int(), z.gte(1), z.lte(1000))),
});

/** Whoever stored it first has taught it, whoever corrects it later. */
export async function taughtBy(
  { by: _, ...given }: Session,
  device: { readonly person: string } | null,
  taught: { get(id: string): Promise<Session | null> },
): Promise<Session> {
  const stored = await taught.get(given.id);
  const by = stored ? stored.by : device?.person;
  return by === undefined ? given : { ...given, by };
}

/** Sessions, with their observations counted. */
export const session: Document<Session, ReturnType<typeof sessionStore>> = {
  ...inRows(rows),
  store: sessionStore,
  async takeOut(tx, ids) {
    await forgetEvidence(tx, ids);
    const unused = sql`not exists (select 1 from observations o where o.session_id = ${sessions.id})`;
    await takeOutRows(rows, unused)(tx, ids);
  },
  api: {
    for: 'ringside',
    upTo: LARGE,
    name: 'Session',
    what: 'session',
    list: got(filterSchema, {
      says: 'Sessions, the newest first',
      answer: (all, filter) => all.list(filter),
    }),
    signed: (given, { device }, all) => taughtBy(given, device, all),
  },
};
