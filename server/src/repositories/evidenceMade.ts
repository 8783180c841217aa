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
import type { Database, Transaction } from '../db/connect.ts';
import {
  horseSnapshots,
  markedRides,
  observations,
  sessionEvidence,
  sessions,
} from '../db/schema.ts';
import { hold } from './held.ts';
import { takeTurns } from '../turns.ts';

/** Sessions looked at together: some thousand observations at a time. */
const AT_ONCE = 100;

/** Sessions that count, in which something was seen, and of which nothing is said yet. */
const withoutEvidence = sql`${sessions.removedAt} is null
  and not exists (select 1 from session_evidence e where e.session_id = ${sessions.id})
  and exists (select 1 from observations o where o.session_id = ${sessions.id})`;

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
export async function makeKept(
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

/** For a book from before evidence was kept, or after an import: makes what is missing. */
export async function fillMissing(db: Database): Promise<number> {
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
}
