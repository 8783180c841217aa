import { sql } from 'drizzle-orm';
import type { Observation } from '@canter-book/core/observations/observation';
import type { Database, Transaction } from '../db/connect.ts';
import { takeTurns } from '../turns.ts';
import { holdHorsesOf } from './held.ts';

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
export class Appending {
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
