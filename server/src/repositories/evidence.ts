import { eq, inArray, sql } from 'drizzle-orm';
import { unpackedReadings, type Readings } from '@canter-book/core/progress/readings';
import type { Snapshot } from '@canter-book/core/progress/snapshot';
import type { Database } from '../db/connect.ts';
import { horseSnapshots } from '../db/schema.ts';
import { fillMissing, makeKept } from './evidenceMade.ts';
import { takeTurns } from '../turns.ts';

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
    fillMissing: () => fillMissing(db),
  };
}

export type EvidenceStore = ReturnType<typeof evidenceStore>;
