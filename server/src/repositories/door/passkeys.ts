import { and, asc, eq } from 'drizzle-orm';
import type { Database } from '../../db/connect.ts';
import { passkeys } from '../../db/schema.ts';

const MOST_PASSKEYS = 20;

export interface Passkey {
  readonly id: string;
  readonly personId: string;
  readonly publicKey: string;
  readonly counter: number;
  readonly domain: string;
  readonly kind: string;
  readonly madeAt: string;
}

type PasskeyRow = typeof passkeys.$inferSelect;
const passkeyFrom = (row: PasskeyRow): Passkey => ({ ...row, madeAt: row.madeAt.toISOString() });

/** Passkeys: signing in without a password. */
export const passkeyStore = (db: Database) => ({
  async of(personId: string): Promise<Passkey[]> {
    const rows = await db
      .select()
      .from(passkeys)
      .where(eq(passkeys.personId, personId))
      .orderBy(asc(passkeys.madeAt));
    return rows.map(passkeyFrom);
  },
  async get(id: string): Promise<Passkey | null> {
    const [row] = await db.select().from(passkeys).where(eq(passkeys.id, id));
    return row ? passkeyFrom(row) : null;
  },
  /** @returns false when there are too many */
  async add(passkey: Omit<Passkey, 'madeAt'>, now: Date): Promise<boolean> {
    const has = await db.$count(passkeys, eq(passkeys.personId, passkey.personId));
    if (has >= MOST_PASSKEYS) return false;
    await db.insert(passkeys).values({ ...passkey, madeAt: now });
    return true;
  },
  async used(id: string, counter: number): Promise<void> {
    await db.update(passkeys).set({ counter }).where(eq(passkeys.id, id));
  },
  async remove(personId: string, id: string): Promise<boolean> {
    const gone = await db
      .delete(passkeys)
      .where(and(eq(passkeys.id, id), eq(passkeys.personId, personId)))
      .returning({ id: passkeys.id });
    return gone.length > 0;
  },
});
