import { asc, eq, inArray, sql } from 'drizzle-orm';
import type { Observation } from '@canter-book/core/observations/observation';
import { dayOf } from '@canter-book/core/progress/days';
import { summarised } from '@canter-book/core/progress/evidence';
import { packed, readingsOf, unpacked, type Readings } from '@canter-book/core/progress/readings';
import { snapshotOf, type Snapshot } from '@canter-book/core/progress/snapshot';
import type { Database } from '../db/connect.ts';
import { horseSnapshots, observations, sessionEvidence, sessions } from '../db/schema.ts';
import type { Transaction } from './revisioned.ts';

/** Sessions looked at together: some thousand observations at a time. */
const AT_ONCE = 100;

/** Lets waiting requests have their turn; without it a long row of queries holds up everybody else. */
const takeTurns = (): Promise<void> => new Promise((next) => setImmediate(next));

/**
 * What the observations say, kept ready beside them. It is always made from the observations, so it can
 * be thrown away and made again.
 */
export function evidenceStore(db: Database) {
  /** Makes the evidence of some sessions anew. */
  async function renew(sessionIds: readonly string[]): Promise<void> {
    for (let i = 0; i < sessionIds.length; i += AT_ONCE) {
      if (i > 0) await takeTurns();
      await db.transaction((tx) => renewIn(tx, sessionIds.slice(i, i + AT_ONCE)));
    }
  }

  /** Where every horse stood after its last session. What is missing is made first. */
  async function snapshots(horseIds: readonly string[]): Promise<Map<string, Snapshot>> {
    if (horseIds.length === 0) return new Map();
    const rows = await db
      .select({ horseId: horseSnapshots.horseId, snapshot: horseSnapshots.snapshot })
      .from(horseSnapshots)
      .where(inArray(horseSnapshots.horseId, [...horseIds]));
    const found = new Map(rows.map((row) => [row.horseId, row.snapshot]));
    for (const horseId of horseIds) {
      if (!found.has(horseId)) found.set(horseId, (await makeKept(db, horseId)).snapshot);
    }
    return found;
  }

  return {
    renew,
    snapshots,
    /** Calibrated readings of a horse, in order of time. */
    async readings(horseId: string): Promise<Readings> {
      const [row] = await db
        .select({ readings: horseSnapshots.readings })
        .from(horseSnapshots)
        .where(eq(horseSnapshots.horseId, horseId));
      return row?.readings ?? (await makeKept(db, horseId)).readings;
    },
    /** For a book from before evidence was kept, or after an import: makes what is missing. */
    async fillMissing(): Promise<number> {
      const rows = await db
        .select({ id: sessions.id })
        .from(sessions)
        .where(
          sql`not exists (select 1 from session_evidence e where e.session_id = ${sessions.id})
            and ${sessions.removedAt} is null
            and exists (select 1 from observations o where o.session_id = ${sessions.id})`,
        );
      await renew(rows.map((row) => row.id));
      return rows.length;
    },
  };
}

/** While one looks at a horse's evidence nobody else changes it: until the end of the transaction. */
async function hold(tx: Transaction, horseIds: readonly string[]): Promise<void> {
  for (const id of [...new Set(horseIds)].sort()) {
    await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${id}, 4780))`);
  }
}

/** Makes the evidence of some sessions anew, in the transaction that changed them. */
export async function renewIn(tx: Transaction, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return;
  const known = await tx
    .select({
      id: sessions.id,
      horseId: sessions.horseId,
      date: sessions.date,
      removedAt: sessions.removedAt,
    })
    .from(sessions)
    .where(inArray(sessions.id, [...ids]));
  if (known.length === 0) return;
  const horseIds = [...new Set(known.map((k) => k.horseId))];
  await hold(tx, horseIds);
  const seen = await tx
    .select({ sessionId: observations.sessionId, data: observations.data })
    .from(observations)
    .where(inArray(observations.sessionId, [...ids]))
    .orderBy(asc(observations.at), asc(observations.id));
  const bySession = new Map<string, Observation[]>(known.map(({ id }) => [id, []]));
  for (const { sessionId, data } of seen) bySession.get(sessionId)?.push(data);
  await tx.delete(sessionEvidence).where(inArray(sessionEvidence.sessionId, [...ids]));
  // What was taken out of the book says nothing any more.
  const rows = known
    .filter((k) => k.removedAt === null)
    .map(({ id, horseId, date }) => ({
      sessionId: id,
      horseId,
      date,
      evidence: packed(summarised(bySession.get(id)!)),
    }));
  if (rows.length > 0) await tx.insert(sessionEvidence).values(rows);
  await tx.delete(horseSnapshots).where(inArray(horseSnapshots.horseId, horseIds));
}

/** Works out a horse's readings and where it stands, and keeps both. */
async function makeKept(
  db: Database,
  horseId: string,
): Promise<{ snapshot: Snapshot; readings: Readings }> {
  return db.transaction(async (tx) => {
    await hold(tx, [horseId]);
    const rows = await tx
      .select({ date: sessionEvidence.date, evidence: sessionEvidence.evidence })
      .from(sessionEvidence)
      .where(eq(sessionEvidence.horseId, horseId))
      .orderBy(asc(sessionEvidence.date));
    const readings = readingsOf(
      rows.map(({ date, evidence }) => ({ day: dayOf(date), evidence: unpacked(evidence) })),
    );
    const kept = { snapshot: snapshotOf(readings.readings), readings };
    await tx
      .insert(horseSnapshots)
      .select(
        // A horse that is not in the book has nothing to be kept.
        sql`select ${horseId}::uuid, ${JSON.stringify(kept.snapshot)}::jsonb, ${JSON.stringify(readings)}::jsonb
          from horses where id = ${horseId}::uuid`,
      )
      .onConflictDoUpdate({ target: horseSnapshots.horseId, set: kept });
    return kept;
  });
}

export type EvidenceStore = ReturnType<typeof evidenceStore>;
