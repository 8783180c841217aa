import { and, asc, desc, eq, gte, inArray, isNull, sql, type SQL } from 'drizzle-orm';
import { READING_KINDS } from '@canter-book/core/formats/readingsCsv';
import {
  observationSchema,
  type Observation,
  type ObservationOf,
} from '@canter-book/core/observations/observation';
import type { Database } from '../db/connect.ts';
import { horses, observations, sessions } from '../db/schema.ts';
import { addObservations, Appending, type Appended } from '../repositories/appending.ts';
import { forgetEvidence } from '../repositories/held.ts';
import {
  countingAfter,
  oldestFirst,
  pageByPage,
  type Cursor,
} from '../repositories/sessionPages.ts';
import type { Document } from './document.ts';

/** True of observations that no later one corrects. */
export const stands = sql`not exists (select 1 from observations later where later.corrects = ${observations.id})`;

/** The newest are enough for a distribution, and quickly read. */
const MOST_SEEN = 1500;

export interface NamedReading {
  date: string;
  horse: string;
  seen: Observation;
}

type HomeworkAnswer = Pick<ObservationOf<'homework'>, 'did' | 'felt'>;

/** Queries of the observations of one or more sessions. */
export const seenInSessions = (db: Database) => ({
  async ofSession(sessionId: string): Promise<Observation[]> {
    const rows = await db
      .select({ data: observations.data })
      .from(observations)
      .where(eq(observations.sessionId, sessionId))
      .orderBy(asc(observations.at), asc(observations.id));
    return rows.map((row) => row.data);
  },
  /** The tries of some sessions, corrections among them. */
  async triesOf(sessionIds: readonly string[]): Promise<Map<string, Observation[]>> {
    const found = new Map<string, Observation[]>();
    if (sessionIds.length === 0) return found;
    const rows = await db
      .select({ sessionId: observations.sessionId, data: observations.data })
      .from(observations)
      .where(
        and(
          inArray(observations.sessionId, [...sessionIds]),
          inArray(observations.kind, ['try', 'withdrawn']),
        ),
      );
    for (const { sessionId, data } of rows)
      found.set(sessionId, [...(found.get(sessionId) ?? []), data]);
    return found;
  },
  /** The riders' last answers to the homework of some sessions. */
  async homework(sessionIds: readonly string[]): Promise<Map<string, HomeworkAnswer>> {
    if (sessionIds.length === 0) return new Map();
    const rows = await db
      .select({ sessionId: observations.sessionId, data: observations.data })
      .from(observations)
      .where(
        and(
          inArray(observations.sessionId, [...sessionIds]),
          eq(observations.kind, 'homework'),
          stands,
        ),
      )
      .orderBy(asc(observations.at));
    return new Map(
      rows.flatMap(({ sessionId, data }) =>
        data.kind === 'homework'
          ? [[sessionId, { did: data.did, ...(data.felt && { felt: data.felt }) }] as const]
          : [],
      ),
    );
  },
});

/** Observations: append-only. */
function observationStore(db: Database) {
  const appending = new Appending(db);
  return {
    ...seenInSessions(db),
    readings: () => readings(db),
    /**
     * Appends what is new; what is known already is left alone, so a batch can be sent twice. All of it is
     * stored or nothing.
     */
    async append(batch: readonly Observation[]): Promise<Appended> {
      if (batch.length === 0) return { stored: 0, storedIds: [], unknownSessions: [] };
      return appending.append(batch);
    },
    /**
     * What stands of some kinds, of one horse in its sessions since a day: the newest, oldest first, as the text of
     * a JSON list of `{ date, seen }`. The database writes it: reading and writing it here takes several times as long.
     */
    async ofHorse(horseId: string, kinds: readonly string[], since: string): Promise<string> {
      const rows = await db
        .select({ date: sessions.date, seen: sql<string>`${observations.data}::text` })
        .from(observations)
        .innerJoin(sessions, eq(sessions.id, observations.sessionId))
        .where(
          and(
            eq(sessions.horseId, horseId),
            gte(sessions.date, since),
            isNull(sessions.removedAt),
            inArray(observations.kind, [...kinds]),
            stands,
          ),
        )
        .orderBy(desc(observations.at))
        .limit(MOST_SEEN);
      return `[${rows
        .reverse()
        .map(({ date, seen }) => `{"date":"${date}","seen":${seen}}`)
        .join(',')}]`;
    },
  };
}

const SESSIONS_A_PAGE = 40;

/** All readings that stand, with the names they need in a table, oldest first, a page of sessions at a time. */
async function* readings(db: Database): AsyncGenerator<NamedReading[]> {
  for await (const page of pageByPage((after) => sessionsAfter(db, after))) {
    const rows = await readingsIn(db, page);
    if (rows.length > 0) yield rows;
  }
}

const sessionsAfter = (db: Database, after: Cursor | null) =>
  db
    .select({
      id: sessions.id,
      startedAt: sessions.startedAt,
      date: sessions.date,
      horse: horses.name,
    })
    .from(sessions)
    .innerJoin(horses, eq(horses.id, sessions.horseId))
    .where(countingAfter(after))
    .orderBy(...oldestFirst)
    .limit(SESSIONS_A_PAGE);

async function readingsIn(
  db: Database,
  page: readonly { id: string; date: string; horse: string }[],
): Promise<NamedReading[]> {
  const named = new Map(page.map(({ id, date, horse }) => [id, { date, horse }]));
  const rows = await db
    .select({ sessionId: observations.sessionId, seen: observations.data })
    .from(observations)
    .where(
      and(
        inArray(observations.sessionId, [...named.keys()]),
        inArray(observations.kind, [...READING_KINDS]),
        stands,
      ),
    )
    .orderBy(asc(observations.at), asc(observations.id));
  return rows.map(({ sessionId, seen }) => ({ ...named.get(sessionId)!, seen }));
}

/** How many rows of a group are so. */
export const kindCount = (where: SQL) =>
  sql<number>`count(*) filter (where ${where})`.mapWith(Number);

/** Observations of a session. Append-only, many at once, by a statement of its own. */
export const observation: Document<Observation, ReturnType<typeof observationStore>> = {
  table: observations,
  schema: observationSchema,
  fromRow: (row: typeof observations.$inferSelect) => row.data,
  store: observationStore,
  add: async (tx, seen) => (await addObservations(tx, seen)).storedIds,
  async takeOut(tx, ids) {
    const gone = await tx
      .delete(observations)
      .where(inArray(observations.id, [...ids]))
      .returning({ sessionId: observations.sessionId });
    await forgetEvidence(tx, [...new Set(gone.map((o) => o.sessionId))]);
  },
};
