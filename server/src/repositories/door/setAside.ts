import { asc, eq } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { Database } from '../../db/connect.ts';
import { setAside } from '../../db/schema.ts';

/** A removed phone that goes on sending fills no disk. */
const MOST_SET_ASIDE = 500;

export interface SetAside {
  readonly id: string;
  readonly deviceId: string;
  readonly at: string;
  readonly path: string;
  readonly body: unknown;
}

type Row = typeof setAside.$inferSelect;
const fromRow = (row: Row): SetAside => ({ ...row, at: row.at.toISOString() });

/** What a phone sent that is let in no more: the owner looks at it, and decides. */
export const setAsideStore = (db: Database) => ({
  async list(): Promise<SetAside[]> {
    const rows = await db.select().from(setAside).orderBy(asc(setAside.at), asc(setAside.id));
    return rows.map(fromRow);
  },
  async get(id: string): Promise<SetAside | null> {
    const [row] = await db.select().from(setAside).where(eq(setAside.id, id));
    return row ? fromRow(row) : null;
  },
  /** @returns false when there is too much already */
  async add(deviceId: string, path: string, body: unknown, now: Date): Promise<boolean> {
    if ((await db.$count(setAside)) >= MOST_SET_ASIDE) return false;
    await db.insert(setAside).values({ id: v7(), deviceId, at: now, path, body });
    return true;
  },
  async remove(id: string): Promise<void> {
    await db.delete(setAside).where(eq(setAside.id, id));
  },
});
