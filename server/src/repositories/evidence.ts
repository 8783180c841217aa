import { asc, eq, inArray, sql } from 'drizzle-orm';
import type { Observation } from '@canter-book/core/observations/observation';
import { dayOf } from '@canter-book/core/progress/days';
import { summarised } from '@canter-book/core/progress/evidence';
import { packed, readingsOf, unpacked, type Readings } from '@canter-book/core/progress/readings';
import { snapshotOf, type Snapshot } from '@canter-book/core/progress/snapshot';
import type { Database } from '../db/connect.ts';
import { horseSnapshots, observations, sessionEvidence, sessions } from '../db/schema.ts';

/** Sessions looked at together: some thousand observations at a time. */
const AT_ONCE = 200;

/**
 * What the observations say, kept ready beside them. It is always made from the observations, so it can
 * be thrown away and made again.
 */
export function evidenceStore(db: Database) {
  /** Makes the evidence of some sessions anew. */
  async function renew(sessionIds: readonly string[]): Promise<void> {
    for (let i = 0; i < sessionIds.length; i += AT_ONCE) {
      await renewSome(sessionIds.slice(i, i + AT_ONCE));
    }
  }

  async function renewSome(ids: readonly string[]): Promise<void> {
    const [known, seen] = [
      await db
        .select({ id: sessions.id, horseId: sessions.horseId, date: sessions.date })
        .from(sessions)
        .where(inArray(sessions.id, [...ids])),
      await db
        .select({ sessionId: observations.sessionId, data: observations.data })
        .from(observations)
        .where(inArray(observations.sessionId, [...ids]))
        .orderBy(asc(observations.at), asc(observations.id)),
    ];
    if (known.length === 0) return;
    const bySession = new Map<string, Observation[]>(known.map(({ id }) => [id, []]));
    for (const { sessionId, data } of seen) bySession.get(sessionId)?.push(data);
    await db
      .insert(sessionEvidence)
      .values(
        known.map(({ id, horseId, date }) => ({
          sessionId: id,
          horseId,
          date,
          evidence: packed(summarised(bySession.get(id)!)),
        })),
      )
      .onConflictDoUpdate({
        target: sessionEvidence.sessionId,
        set: { date: sql`excluded.date`, evidence: sql`excluded.evidence` },
      });
    await db
      .delete(horseSnapshots)
      .where(inArray(horseSnapshots.horseId, [...new Set(known.map((k) => k.horseId))]));
  }

  /** Works out a horse's readings and where it stands, and keeps both. */
  async function makeKept(horseId: string): Promise<{ snapshot: Snapshot; readings: Readings }> {
    const rows = await db
      .select({ date: sessionEvidence.date, evidence: sessionEvidence.evidence })
      .from(sessionEvidence)
      .where(eq(sessionEvidence.horseId, horseId))
      .orderBy(asc(sessionEvidence.date));
    const readings = readingsOf(
      rows.map(({ date, evidence }) => ({ day: dayOf(date), evidence: unpacked(evidence) })),
    );
    const kept = { snapshot: snapshotOf(readings.readings), readings };
    await db
      .insert(horseSnapshots)
      .select(
        // A horse that is not in the book has nothing to be kept.
        sql`select ${horseId}::uuid, ${JSON.stringify(kept.snapshot)}::jsonb, ${JSON.stringify(readings)}::jsonb
          from horses where id = ${horseId}::uuid`,
      )
      .onConflictDoUpdate({ target: horseSnapshots.horseId, set: kept });
    return kept;
  }

  /** Where every horse stood after its last session. What is missing is made first. */
  async function snapshots(horseIds: readonly string[]): Promise<Map<string, Snapshot>> {
    const rows = await db
      .select({ horseId: horseSnapshots.horseId, snapshot: horseSnapshots.snapshot })
      .from(horseSnapshots);
    const found = new Map(rows.map((row) => [row.horseId, row.snapshot]));
    for (const horseId of horseIds) {
      if (!found.has(horseId)) found.set(horseId, (await makeKept(horseId)).snapshot);
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
      return row?.readings ?? (await makeKept(horseId)).readings;
    },
    /** For a book from before evidence was kept: makes what is missing. */
    async fillMissing(): Promise<number> {
      const rows = await db
        .select({ id: sessions.id })
        .from(sessions)
        .where(
          sql`not exists (select 1 from session_evidence e where e.session_id = ${sessions.id})
            and exists (select 1 from observations o where o.session_id = ${sessions.id})`,
        );
      await renew(rows.map((row) => row.id));
      return rows.length;
    },
  };
}

export type EvidenceStore = ReturnType<typeof evidenceStore>;
