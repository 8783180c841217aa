import { and, asc, desc, eq, gte, inArray, isNull, sql, type SQL } from 'drizzle-orm';
import { READING_KINDS } from '@canter-book/core/formats/readingsCsv';
import type { Observation, ObservationOf } from '@canter-book/core/observations/observation';
import type { Database } from '../db/connect.ts';
import { horses, observations, sessions } from '../db/schema.ts';
import { countingAfter, oldestFirst, type Cursor } from './sessionPages.ts';
import { takeTurns } from '../turns.ts';
import { holdHorsesOf } from './evidence.ts';
import type { Transaction } from './revisioned.ts';

/** The newest are enough for a distribution, and quickly read. */
const MOST_SEEN = 1500;

/** Observations written with one statement. */
const AT_ONCE = 2000;

interface ObservationRow {
  id: string;
  sessionId: string;
  horseId: string;
  at: string;
  kind: string;
  corrects: string | null;
  data: Observation;
}

/** Many rows as one JSON value: several times as fast as a parameter for each field. */
async function insertObservations(
  tx: Transaction,
  rows: readonly ObservationRow[],
): Promise<string[]> {
  const packed = rows.map(({ sessionId, horseId, ...rest }) => ({
    ...rest,
    session_id: sessionId,
    horse_id: horseId,
  }));
  // What was said of their sessions and horses no longer holds; it is made again when it is asked for.
  const result = await tx.execute(sql`
    with stored as (
      insert into observations (id, session_id, horse_id, at, kind, corrects, data)
      select id, session_id, horse_id, at, kind, corrects, data
      from jsonb_to_recordset(${JSON.stringify(packed)}::jsonb) as given(
        id uuid, session_id uuid, horse_id uuid, at timestamptz, kind text, corrects uuid, data jsonb)
      on conflict do nothing
      returning id, session_id, horse_id),
    unsaid as (
      delete from session_evidence where session_id in (select session_id from stored)),
    unkept as (
      delete from horse_snapshots where horse_id in (select horse_id from stored))
    select id from stored`);
  return (result as unknown as { rows: { id: string }[] }).rows.map((row) => row.id);
}

/** What no later observation names. */
export const stands = sql`not exists (select 1 from observations later where later.corrects = ${observations.id})`;

/**
 * Adds what is new and belongs to a session of the book; answers the ids of the new ones. Whoever works out
 * the evidence of the same horses waits until this transaction is over, and the other way round.
 */
export async function addObservations(
  tx: Transaction,
  batch: readonly Observation[],
): Promise<{ storedIds: string[]; unknownSessions: string[] }> {
  const ids = [...new Set(batch.map((o) => o.sessionId))];
  const horseOf = await holdHorsesOf(tx, ids);
  const rows = batch
    .filter((o) => horseOf.has(o.sessionId))
    .map((o) => ({
      id: o.id,
      sessionId: o.sessionId,
      horseId: horseOf.get(o.sessionId)!,
      at: o.at,
      kind: o.kind,
      corrects: o.corrects ?? null,
      data: o,
    }));
  const storedIds: string[] = [];
  for (let i = 0; i < rows.length; i += AT_ONCE) {
    storedIds.push(...(await insertObservations(tx, rows.slice(i, i + AT_ONCE))));
  }
  return { storedIds, unknownSessions: ids.filter((id) => !horseOf.has(id)) };
}

export interface Appended {
  readonly stored: number;
  readonly storedIds: readonly string[];
  readonly unknownSessions: readonly string[];
}

interface Waiting {
  readonly batch: readonly Observation[];
  done(answer: Appended): void;
  failed(error: unknown): void;
}

/** Of batches that are written together; a large one is written alone. */
const MOST_TOGETHER = 500;

/**
 * Writes batches in the order in which they come. Those that come while others are being written are
 * written together: what costs is the transaction, not the mark.
 */
class Appending {
  private waiting: Waiting[] = [];
  private writing = false;

  constructor(private readonly db: Database) {}

  append(batch: readonly Observation[]): Promise<Appended> {
    return new Promise((done, failed) => {
      this.waiting.push({ batch, done, failed });
      if (!this.writing) void this.write();
    });
  }

  private async write(): Promise<void> {
    this.writing = true;
    while (this.waiting.length > 0) {
      // The database in this process lets nobody in while it works: those at the door first.
      await takeTurns();
      await this.together(this.take());
    }
    this.writing = false;
  }

  private take(): Waiting[] {
    let [count, observed] = [0, 0];
    for (const { batch } of this.waiting) {
      if (count > 0 && observed + batch.length > MOST_TOGETHER) break;
      count++;
      observed += batch.length;
    }
    return this.waiting.splice(0, count);
  }

  private async together(taken: readonly Waiting[]): Promise<void> {
    try {
      const all = taken.flatMap(({ batch }) => batch);
      const written = await this.db.transaction((tx) => addObservations(tx, all));
      const stored = new Set(written.storedIds);
      const unknown = new Set(written.unknownSessions);
      for (const { batch, done } of taken) {
        // Sent twice at once it is stored once, and said to be stored to the first.
        const storedIds = batch.map((o) => o.id).filter((id) => stored.delete(id));
        const sessionIds = new Set(batch.map((o) => o.sessionId));
        const unknownSessions = [...sessionIds].filter((id) => unknown.has(id));
        done({ stored: storedIds.length, storedIds, unknownSessions });
      }
    } catch (error) {
      // One of them may be at fault: the others do not answer for it.
      if (taken.length > 1) for (const one of taken) await this.together([one]);
      else taken[0]!.failed(error);
    }
  }
}

export interface NamedReading {
  date: string;
  horse: string;
  seen: Observation;
}

export type HomeworkAnswer = Pick<ObservationOf<'homework'>, 'did' | 'felt'>;

/** What was seen: only ever added to. */
export function observationStore(db: Database) {
  const appending = new Appending(db);
  return {
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
    /** What the riders last said of the homework of some sessions. */
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
    /** All readings that stand, with the names they need in a table, oldest first, a page of sessions at a time. */
    async *readings(): AsyncGenerator<NamedReading[]> {
      let after: Cursor | null = null;
      for (;;) {
        const page = await sessionsAfter(db, after);
        const last = page.at(-1);
        if (!last) return;
        after = last;
        const rows = await readingsIn(db, page);
        if (rows.length > 0) yield rows;
      }
    },
  };
}

const SESSIONS_A_PAGE = 40;

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

export type ObservationStore = ReturnType<typeof observationStore>;

/** How many rows of a group are so. */
export const kindCount = (where: SQL) =>
  sql<number>`count(*) filter (where ${where})`.mapWith(Number);
