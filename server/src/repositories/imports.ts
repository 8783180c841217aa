import { and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Observation } from '@canter-book/core/observations/observation';
import type { Session } from '@canter-book/core/book/records';
import type { Database, Transaction } from '../db/connect.ts';
import { imports, observations, sessions } from '../db/schema.ts';
import { DOCUMENTS } from '../documents/table.ts';
import { forgetEvidence } from './held.ts';
import { addObservations } from './appending.ts';

/** One import, as it can be undone. */
export interface Import {
  id: string;
  madeAt: string;
  /** The name of the file. */
  source: string;
  sessions: number;
  observations: number;
}

export interface Imported {
  readonly id: string;
  readonly madeAt: Date;
  readonly source: string;
  readonly sessionIds: string[];
  readonly observationIds: string[];
}

/** Rows of a table, as the sessions they belong to and what was seen in them. */
export interface TableRows {
  readonly sessions: readonly Session[];
  readonly observations: readonly Observation[];
  /** Readings of a day join the horse's session of that day, where there is one. */
  readonly join: boolean;
  /** Under what it can be taken out again; without it, it stays. */
  readonly as?: { readonly id: string; readonly madeAt: Date; readonly source: string } | undefined;
}

/** Imports can be taken out again as a whole: they are the one thing that is really deleted. */
export function importStore(db: Database) {
  return {
    take: (rows: TableRows) => take(db, rows),
    undo: (id: string) => undo(db, id),
    /** The newest first. */
    async list(): Promise<Import[]> {
      const rows = await db
        .select({
          id: imports.id,
          madeAt: imports.madeAt,
          source: imports.source,
          sessions: sql<number>`jsonb_array_length(${imports.sessionIds})`.mapWith(Number),
          observations: sql<number>`jsonb_array_length(${imports.observationIds})`.mapWith(Number),
        })
        .from(imports)
        .orderBy(desc(imports.madeAt));
      return rows.map((row) => ({ ...row, madeAt: row.madeAt.toISOString() }));
    },
  };
}

/** Takes rows that are not in the book yet; all of them or, when it fails, none. */
const take = (db: Database, rows: TableRows): Promise<{ added: number; stored: number }> =>
  db.transaction(async (tx) => {
    const given = rows.join ? await joined(tx, rows) : rows;
    const sessionIds = await DOCUMENTS.session.add(tx, given.sessions);
    const observationIds = given.observations.length
      ? (await addObservations(tx, given.observations)).storedIds
      : [];
    if (rows.as && sessionIds.length + observationIds.length > 0) {
      // A large table comes in several requests of one import.
      await tx
        .insert(imports)
        .values({ ...rows.as, sessionIds, observationIds })
        .onConflictDoUpdate({
          target: imports.id,
          set: {
            sessionIds: sql`${imports.sessionIds} || excluded.session_ids`,
            observationIds: sql`${imports.observationIds} || excluded.observation_ids`,
          },
        });
    }
    return { added: sessionIds.length, stored: observationIds.length };
  });

/** Takes one out again; a session in which more was seen since then stays. False when there is none. */
const undo = (db: Database, id: string): Promise<boolean> =>
  db.transaction(async (tx) => {
    const [found] = await tx.delete(imports).where(eq(imports.id, id)).returning();
    if (!found) return false;
    const { sessionIds, observationIds } = found;
    const left = observationIds.length
      ? await tx
          .delete(observations)
          .where(inArray(observations.id, observationIds))
          .returning({ sessionId: observations.sessionId })
      : [];
    if (sessionIds.length > 0) {
      await tx
        .delete(sessions)
        .where(
          and(
            inArray(sessions.id, sessionIds),
            sql`not exists (select 1 from observations o where o.session_id = ${sessions.id})`,
          ),
        );
    }
    await forgetEvidence(tx, [...new Set([...left.map((o) => o.sessionId), ...sessionIds])]);
    return true;
  });

async function joined(
  tx: Transaction,
  { sessions: given, observations: seen }: TableRows,
): Promise<Pick<TableRows, 'sessions' | 'observations'>> {
  const there = await sessionsOfDays(tx, given);
  const known = (s: Session) => there.get(`${s.horseId}/${s.date}`);
  const moved = new Map(given.map((s) => [s.id, known(s) ?? s.id]));
  return {
    sessions: given.filter((s) => !known(s)),
    observations: seen.map((o) => ({ ...o, sessionId: moved.get(o.sessionId) ?? o.sessionId })),
  };
}

/** The session of each horse and day that is in the book already, by "horse/day". */
async function sessionsOfDays(
  tx: Transaction,
  wanted: readonly { horseId: string; date: string }[],
): Promise<Map<string, string>> {
  const rows = await tx
    .select({ id: sessions.id, horseId: sessions.horseId, date: sessions.date })
    .from(sessions)
    .where(
      and(
        inArray(sessions.horseId, [...new Set(wanted.map((w) => w.horseId))]),
        inArray(sessions.date, [...new Set(wanted.map((w) => w.date))]),
        isNull(sessions.removedAt),
      ),
    )
    .orderBy(asc(sessions.startedAt));
  return new Map(rows.map((row) => [`${row.horseId}/${row.date}`, row.id]));
}
