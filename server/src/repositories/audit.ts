import { desc, eq, lt, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { Database } from '../db/connect.ts';
import { audit } from '../db/schema.ts';

/** Who changed what from a phone: written behind the answer, which does not wait for it. */

export interface Entry {
  /** Null: the owner. */
  readonly person: string | null;
  readonly method: string;
  readonly path: string;
}

export interface AuditRow extends Entry {
  readonly id: string;
  readonly at: string;
  readonly times: number;
}

/** A lesson that is typed is saved again and again: it stands once for as long. */
const TOGETHER_MS = 10 * 60_000;
const KEPT_MS = 180 * 24 * 3600 * 1000;
const MOST_SHOWN = 200;

export function auditLog(db: Database, onError: (error: unknown) => void = () => {}) {
  let last: (Entry & { readonly id: string; at: number }) | null = null;
  let writing: Promise<unknown> = Promise.resolve();

  async function write(entry: Entry, now: Date): Promise<void> {
    const { person, method, path } = entry;
    if (
      last?.person === person &&
      last.method === method &&
      last.path === path &&
      now.getTime() - last.at < TOGETHER_MS
    ) {
      last.at = now.getTime();
      await db
        .update(audit)
        .set({ at: now, times: sql`${audit.times} + 1` })
        .where(eq(audit.id, last.id));
      return;
    }
    const id = v7();
    await db.insert(audit).values({ ...entry, id, at: now });
    await db.delete(audit).where(lt(audit.at, new Date(now.getTime() - KEPT_MS)));
    last = { ...entry, id, at: now.getTime() };
  }

  return {
    add(entry: Entry, now = new Date()): void {
      writing = writing.then(() => write(entry, now)).catch(onError);
    },
    /** The newest first. */
    async list(): Promise<AuditRow[]> {
      await writing;
      const rows = await db.select().from(audit).orderBy(desc(audit.at)).limit(MOST_SHOWN);
      return rows.map((row) => ({ ...row, at: row.at.toISOString() }));
    },
    /** Resolves when all is written. */
    settled: async (): Promise<void> => void (await writing),
  };
}

export type AuditLog = ReturnType<typeof auditLog>;
