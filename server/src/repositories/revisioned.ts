import { isDeepStrictEqual } from 'node:util';
import { eq } from 'drizzle-orm';
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import type { Database } from '../db/connect.ts';

/** Somebody saved this document in the meantime: both versions are kept apart, neither is lost. */
export class RevisionConflict<T> extends Error {
  constructor(
    readonly current: T,
    readonly sent: T,
  ) {
    super('The document was saved in another place in the meantime.');
    this.name = 'RevisionConflict';
  }
}

export interface Revisioned {
  id: string;
  revision: number;
}

interface Mapping<T, Row> {
  toRow(document: T): Row;
  fromRow(row: Row): T;
  /** Done with every save, in its transaction. */
  saved?(tx: Transaction, document: T): Promise<void>;
}

export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

/**
 * Documents that carry a revision. A save names the revision it was made from (0 for a new one) and
 * is refused when the stored one is another; sending the same again is answered as saved, so that a
 * device that missed the answer can repeat it.
 */
export function revisioned<T extends Revisioned, Row>(
  db: Database,
  table: PgTable & { id: PgColumn; revision: PgColumn },
  { toRow, fromRow, saved: afterSave }: Mapping<T, Row>,
) {
  const bare = (document: T) => ({ ...document, revision: 0, updatedAt: null });
  const same = (a: T, b: T) => isDeepStrictEqual(bare(a), bare(b));
  return {
    async get(id: string): Promise<T | null> {
      const [row] = await db.select().from(table).where(eq(table.id, id));
      return row ? fromRow(row as Row) : null;
    },
    /** @throws RevisionConflict */
    save(document: T): Promise<T> {
      return db.transaction(async (tx) => {
        const [row] = await tx.select().from(table).where(eq(table.id, document.id));
        const current = row ? fromRow(row as Row) : null;
        const saved = { ...document, revision: (current?.revision ?? 0) + 1 };
        if (!current) {
          await tx.insert(table).values(toRow(saved) as Record<string, unknown>);
          await afterSave?.(tx, saved);
          return saved;
        }
        if (same(current, fromRow(toRow(document)))) return current;
        if (current.revision !== document.revision) throw new RevisionConflict(current, document);
        await tx
          .update(table)
          .set(toRow(saved) as Record<string, unknown>)
          .where(eq(table.id, document.id));
        await afterSave?.(tx, saved);
        return saved;
      });
    },
    async remove(id: string): Promise<boolean> {
      const gone = await db.delete(table).where(eq(table.id, id)).returning({ id: table.id });
      return gone.length > 0;
    },
  };
}
