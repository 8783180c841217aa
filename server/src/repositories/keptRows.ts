import { sql, type SQL } from 'drizzle-orm';
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import type { Database } from '../db/connect.ts';

/**
 * Rows of a long list, read again only when somebody has written them: a school has thousands, of which a few change. The
 * database itself says which version of a row it has, whoever wrote it and on which server.
 * Source: PostgreSQL documentation, system columns (`xmin`, `ctid`).
 */
export function keptRows<T>(
  db: Database,
  table: PgTable & { id: PgColumn },
  /** Rows of some ids. */
  read: (ids: readonly string[]) => Promise<readonly (T & { id: string })[]>,
) {
  const version = sql`${sql.identifier('xmin')}::text || ${sql.identifier('ctid')}::text`;
  const kept = new Map<string, { version: string; row: T }>();

  const versions = async (rest: SQL): Promise<{ id: string; version: string }[]> => {
    const found = await db.execute(
      sql`select ${table.id}::text as id, ${version} as version from ${table} ${rest}`,
    );
    return (found as unknown as { rows: { id: string; version: string }[] }).rows;
  };

  /**
   * @param where which of them, and in what order
   * @param all whether those that are not among them have gone for good
   */
  return async (where: SQL, { all } = { all: true }): Promise<T[]> => {
    const wanted = await versions(where);
    const old = wanted.filter((w) => kept.get(w.id)?.version !== w.version);
    if (old.length > 0) {
      const rows = await read(old.map((w) => w.id));
      const byId = new Map(rows.map((row) => [row.id, row]));
      for (const { id, version } of old) {
        const row = byId.get(id);
        if (row) kept.set(id, { version, row });
        else kept.delete(id);
      }
    }
    if (all && kept.size > 2 * wanted.length + SPARE) {
      const there = new Set(wanted.map((w) => w.id));
      for (const id of kept.keys()) if (!there.has(id)) kept.delete(id);
    }
    return wanted.flatMap(({ id }) => {
      const found = kept.get(id);
      return found ? [found.row] : [];
    });
  };
}

const SPARE = 100;
