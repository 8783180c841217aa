import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import type { Observation } from '@canter-book/core/observations/observation';
import { dayOf } from '@canter-book/core/progress/days';
import { summarised } from '@canter-book/core/progress/evidence';
import {
  packed,
  packedReadings,
  readingsOf,
  unpacked,
  unpackedReadings,
  type PackedEvidence,
  type Readings,
} from '@canter-book/core/progress/readings';
import { snapshotOf, type Snapshot } from '@canter-book/core/progress/snapshot';
import type { Database } from '../db/connect.ts';
import {
  horseSnapshots,
  markedRides,
  observations,
  sessionEvidence,
  sessions,
} from '../db/schema.ts';
import type { Transaction } from './revisioned.ts';
import { takeTurns } from '../turns.ts';

/** Sessions looked at together: some thousand observations at a time. */
const AT_ONCE = 100;

/**
 * What the observations say, kept ready beside them. It is always made from the observations: whatever
 * changes them deletes what was said, and it is made again when it is asked for.
 */
export function evidenceStore(db: Database) {
  /** Snapshots read before, with the version of their row: it tells whether they still hold. */
  const read = new Map<string, { version: string; snapshot: Snapshot }>();

  async function kept(horseIds: readonly string[]): Promise<Map<string, Snapshot>> {
    const { horseId, snapshot } = horseSnapshots;
    // Every write of a row gives it another one, also from another server.
    const version = sql<string>`${horseSnapshots}.xmin::text`;
    const own = inArray(horseId, [...horseIds]);
    const versions = await db.select({ horseId, version }).from(horseSnapshots).where(own);
    const news = versions.filter((v) => read.get(v.horseId)?.version !== v.version);
    if (news.length > 0) {
      const ids = news.map((v) => v.horseId);
      const rows = await db
        .select({ horseId, version, snapshot })
        .from(horseSnapshots)
        .where(inArray(horseId, ids));
      for (const { horseId: id, ...row } of rows) read.set(id, row);
    }
    return new Map(versions.map((v) => [v.horseId, read.get(v.horseId)!.snapshot]));
  }

  /** Where every horse stood after its last session. What is missing is made first. */
  async function snapshots(horseIds: readonly string[]): Promise<Map<string, Snapshot>> {
    if (horseIds.length === 0) return new Map();
    const found = await kept(horseIds);
    for (const horseId of horseIds) {
      if (found.has(horseId)) continue;
      found.set(horseId, (await makeKept(db, horseId)).snapshot);
      await takeTurns();
    }
    return found;
  }

  return {
    snapshots,
    /** Calibrated readings of a horse, in order of time. */
    async readings(horseId: string): Promise<Readings> {
      const [row] = await db
        .select({ readings: horseSnapshots.readings })
        .from(horseSnapshots)
        .where(eq(horseSnapshots.horseId, horseId));
      return row ? unpackedReadings(row.readings) : (await makeKept(db, horseId)).readings;
    },
    /** For a book from before evidence was kept, or after an import: makes what is missing. */
    async fillMissing(): Promise<number> {
      const rows = await db
        .select({ id: sessions.id, horseId: sessions.horseId })
        .from(sessions)
        .where(withoutEvidence);
      for (let i = 0; i < rows.length; i += AT_ONCE) {
        const page = rows.slice(i, i + AT_ONCE);
        await db.transaction(async (tx) => {
          await hold(
            tx,
            page.map((row) => row.horseId),
          );
          await makeEvidence(
            tx,
            page.map((row) => row.id),
          );
        });
        await takeTurns();
      }
      return rows.length;
    },
  };
}

/** Sessions that count, in which something was seen, and of which nothing is said yet. */
const withoutEvidence = sql`${sessions.removedAt} is null
  and not exists (select 1 from session_evidence e where e.session_id = ${sessions.id})
  and exists (select 1 from observations o where o.session_id = ${sessions.id})`;

/** While one looks at a horse's evidence nobody else changes it: until the end of the transaction. */
async function hold(tx: Transaction, horseIds: readonly string[]): Promise<void> {
  for (const id of [...new Set(horseIds)].sort()) {
    await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${id}::text, 4780))`);
  }
}

/** The horse of each session that is in the book; all of them are held. */
export async function holdHorsesOf(
  tx: Transaction,
  sessionIds: readonly string[],
): Promise<Map<string, string>> {
  // In the order of the horses, so that two that hold several never wait for each other.
  const found = await tx.execute(sql`
    select id, "horseId", pg_advisory_xact_lock(hashtextextended("horseId"::text, 4780))
    from (
      select id, horse_id as "horseId" from sessions
      where id = any(${sql.param(`{${sessionIds.join(',')}}`)}::uuid[])
      order by horse_id offset 0) named`);
  const { rows } = found as unknown as { rows: { id: string; horseId: string }[] };
  return new Map(rows.map((row) => [row.id, row.horseId]));
}

/** What was said of these sessions, and of their horses, no longer holds. */
export async function forgetEvidence(
  tx: Transaction,
  sessionIds: readonly string[],
): Promise<void> {
  const horseIds = [...(await holdHorsesOf(tx, sessionIds)).values()];
  await tx.delete(sessionEvidence).where(inArray(sessionEvidence.sessionId, [...sessionIds]));
  if (horseIds.length > 0) {
    await tx.delete(horseSnapshots).where(inArray(horseSnapshots.horseId, horseIds));
  }
}

/** Where these horses stood no longer holds: something else than a session says otherwise. */
export async function forgetSnapshots(tx: Transaction, horseIds: readonly string[]): Promise<void> {
  if (horseIds.length === 0) return;
  await hold(tx, horseIds);
  await tx.delete(horseSnapshots).where(inArray(horseSnapshots.horseId, [...horseIds]));
}

/** Makes the evidence of some sessions of horses that are held. */
async function makeEvidence(tx: Transaction, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return;
  const known = await tx
    .select({ id: sessions.id, horseId: sessions.horseId, date: sessions.date })
    .from(sessions)
    .where(inArray(sessions.id, [...ids]));
  const seen = await tx
    .select({ sessionId: observations.sessionId, data: observations.data })
    .from(observations)
    .where(inArray(observations.sessionId, [...ids]))
    .orderBy(asc(observations.at), asc(observations.id));
  const bySession = new Map<string, Observation[]>(known.map(({ id }) => [id, []]));
  for (const { sessionId, data } of seen) bySession.get(sessionId)?.push(data);
  if (known.length === 0) return;
  await tx
    .insert(sessionEvidence)
    .values(
      known.map(({ id, horseId, date }) => ({
        sessionId: id,
        horseId,
        date,
        evidence: packed(summarised(bySession.get(id)!)),
      })),
    )
    .onConflictDoNothing();
}

/** A test belongs to the day's session, so that it is measured against its marks; by itself it is a day of its own. */
function withRides(
  sessions: readonly { date: string; evidence: PackedEvidence[] }[],
  rides: readonly { date: string; evidence: PackedEvidence[] }[],
): { date: string; evidence: PackedEvidence[] }[] {
  const all = sessions.map((session) => ({ ...session }));
  for (const ride of rides) {
    const day = all.find((session) => session.date === ride.date);
    if (day) day.evidence = [...day.evidence, ...ride.evidence];
    else all.push({ ...ride });
  }
  return all.sort((a, b) => a.date.localeCompare(b.date));
}

/** Works out a horse's readings and where it stands, and keeps both. */
async function makeKept(
  db: Database,
  horseId: string,
): Promise<{ snapshot: Snapshot; readings: Readings }> {
  return db.transaction(async (tx) => {
    await hold(tx, [horseId]);
    const missing = await tx
      .select({ id: sessions.id })
      .from(sessions)
      .where(and(eq(sessions.horseId, horseId), withoutEvidence));
    for (let i = 0; i < missing.length; i += AT_ONCE) {
      await makeEvidence(
        tx,
        missing.slice(i, i + AT_ONCE).map((row) => row.id),
      );
    }
    const rows = await tx
      .select({ date: sessionEvidence.date, evidence: sessionEvidence.evidence })
      .from(sessionEvidence)
      .where(eq(sessionEvidence.horseId, horseId))
      .orderBy(asc(sessionEvidence.date), asc(sessionEvidence.sessionId));
    const rides = await tx
      .select({ date: markedRides.date, evidence: markedRides.evidence })
      .from(markedRides)
      .where(eq(markedRides.horseId, horseId));
    const readings = readingsOf(
      withRides(rows, rides).map(({ date, evidence }) => ({
        day: dayOf(date),
        evidence: unpacked(evidence),
      })),
    );
    const kept = { snapshot: snapshotOf(readings.readings), readings: packedReadings(readings) };
    await tx
      .insert(horseSnapshots)
      .select(
        // A horse that is not in the book has nothing to be kept.
        sql`select ${horseId}::uuid, ${JSON.stringify(kept.snapshot)}::jsonb, ${JSON.stringify(kept.readings)}::jsonb
          from horses where id = ${horseId}::uuid`,
      )
      .onConflictDoUpdate({
        target: horseSnapshots.horseId,
        set: { snapshot: sql`excluded.snapshot`, readings: sql`excluded.readings` },
      });
    return { snapshot: kept.snapshot, readings: unpackedReadings(kept.readings) };
  });
}

export type EvidenceStore = ReturnType<typeof evidenceStore>;
