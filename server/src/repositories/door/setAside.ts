import { asc, eq, getTableColumns, sum } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { Database } from '../../db/connect.ts';
import { setAside } from '../../db/schema.ts';

/** A removed phone that goes on sending fills no disk: one long day of lessons is a tenth of this. */
const MOST_BYTES = 16_000_000;

/** A parcel set aside, without its body. */
export interface AsideRow {
  readonly id: string;
  readonly deviceId: string;
  readonly at: string;
  readonly path: string;
  /** "A session of 2026-05-02". */
  readonly about: string;
}
export interface SetAside extends AsideRow {
  readonly body: unknown;
}

const { body: _, bytes: __, ...LISTED } = getTableColumns(setAside);

/** Parcels sent by removed phones, for the owner to take or throw away. */
export const setAsideStore = (db: Database) => ({
  async list(): Promise<AsideRow[]> {
    const rows = await db.select(LISTED).from(setAside).orderBy(asc(setAside.at), asc(setAside.id));
    return rows.map((row) => ({ ...row, at: row.at.toISOString() }));
  },
  async get(id: string): Promise<SetAside | null> {
    const [row] = await db.select().from(setAside).where(eq(setAside.id, id));
    return row ? { ...row, at: row.at.toISOString() } : null;
  },
  /** @returns false when this device has sent too much already */
  async add(
    deviceId: string,
    { path, about, body }: Pick<SetAside, 'path' | 'about' | 'body'>,
    now: Date,
  ): Promise<boolean> {
    const bytes = Buffer.byteLength(JSON.stringify(body));
    const [kept] = await db
      .select({ bytes: sum(setAside.bytes).mapWith(Number) })
      .from(setAside)
      .where(eq(setAside.deviceId, deviceId));
    if ((kept?.bytes ?? 0) + bytes > MOST_BYTES) return false;
    await db.insert(setAside).values({ id: v7(), deviceId, at: now, path, about, bytes, body });
    return true;
  },
  async remove(id: string): Promise<void> {
    await db.delete(setAside).where(eq(setAside.id, id));
  },
});
