import { eq, lt, lte, sql } from 'drizzle-orm';
import type { Database } from '../../db/connect.ts';
import { signInTries } from '../../db/schema.ts';
import { keyOf } from './people.ts';
import { hashOf } from './secrets.ts';

/** After so many wrong ones in a row each try has to wait twice as long as the one before. */
const FREE_TRIES = 4;
const LONGEST_WAIT_S = 900;
/** A name nobody has tried for so long is tried afresh. */
const FORGOTTEN_MS = 24 * 3600 * 1000;

/** How often somebody has guessed at a name, and how long they wait for it. */
export const signInTryStore = (db: Database) => ({
  /**
   * Counts a try before it is looked at, so that many at once gain nothing.
   *
   * @returns seconds to wait; 0: it may be looked at
   */
  async begin(name: string, now: Date): Promise<number> {
    const nameHash = hashOf(keyOf(name));
    const at = now.toISOString();
    await db
      .delete(signInTries)
      .where(lt(signInTries.waitUntil, new Date(now.getTime() - FORGOTTEN_MS)));
    const wait = sql`${at}::timestamptz + make_interval(secs => case when ${signInTries.tries} + 1 < ${FREE_TRIES} then 0
      else least(${LONGEST_WAIT_S}::float8, power(2::float8, least(20, ${signInTries.tries} + 2 - ${FREE_TRIES}))) end)`;
    const [counted] = await db
      .insert(signInTries)
      .values({ nameHash, tries: 1, waitUntil: now })
      .onConflictDoUpdate({
        target: signInTries.nameHash,
        set: { tries: sql`${signInTries.tries} + 1`, waitUntil: wait },
        setWhere: lte(signInTries.waitUntil, now),
      })
      .returning();
    if (counted) return 0;
    const [row] = await db.select().from(signInTries).where(eq(signInTries.nameHash, nameHash));
    return row ? Math.max(1, Math.ceil((row.waitUntil.getTime() - now.getTime()) / 1000)) : 0;
  },
  async succeeded(name: string): Promise<void> {
    await db.delete(signInTries).where(eq(signInTries.nameHash, hashOf(keyOf(name))));
  },
});
