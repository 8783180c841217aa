import { inArray, sql } from 'drizzle-orm';
import type { Transaction } from '../db/connect.ts';
import { horseSnapshots, sessionEvidence } from '../db/schema.ts';

/** While one looks at a horse's evidence nobody else changes it: until the end of the transaction. */
export async function hold(tx: Transaction, horseIds: readonly string[]): Promise<void> {
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

/** Deletes the stored evidence of these sessions and the snapshots of their horses. */
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
