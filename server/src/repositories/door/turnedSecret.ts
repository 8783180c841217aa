import { createHmac, randomBytes } from 'node:crypto';
import { and, eq, isNull } from 'drizzle-orm';
import type { Database } from '../../db/connect.ts';
import { devices } from '../../db/schema.ts';
import { hashOf } from './secrets.ts';

const TURNED_EVERY_MS = 24 * 3600 * 1000;

type Row = typeof devices.$inferSelect;

/**
 * The secret is changed once a day. The next follows from the one that is shown and a key of the book's own, so that
 * requests sent together are given the same; the old one is good until the new one was seen, which an answer that got lost
 * on its way never is.
 */
export async function turned(
  db: Database,
  row: Row,
  secret: string,
  now: Date,
): Promise<string | null> {
  const shown = hashOf(secret);
  if (shown === row.nextHash) {
    await db
      .update(devices)
      .set({
        tokenHash: shown,
        beforeHash: row.tokenHash,
        nextHash: null,
        nextKey: null,
        turnedAt: now,
      })
      .where(and(eq(devices.id, row.id), eq(devices.nextHash, shown)));
    return null;
  }
  if (shown === row.beforeHash) return null;
  const nextFrom = (key: string) => createHmac('sha256', key).update(secret).digest('base64url');
  if (row.nextKey) return nextFrom(row.nextKey);
  if (now.getTime() - (row.turnedAt ?? row.pairedAt).getTime() < TURNED_EVERY_MS) return null;
  const key = randomBytes(32).toString('base64url');
  const [first] = await db
    .update(devices)
    .set({ nextKey: key, nextHash: hashOf(nextFrom(key)) })
    .where(and(eq(devices.id, row.id), isNull(devices.nextKey), eq(devices.tokenHash, shown)))
    .returning({ id: devices.id });
  // Another request was quicker: it has sent the next one.
  return first ? nextFrom(key) : null;
}
