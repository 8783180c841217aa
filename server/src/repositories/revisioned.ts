import { isDeepStrictEqual } from 'node:util';
import { and, eq } from 'drizzle-orm';
import type { Database, Transaction } from '../db/connect.ts';
import type { Rows } from '../documents/document.ts';

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

interface Saved<T, Row> extends Omit<Rows<T, Row>, 'schema'> {
  /** Done with every save, in its transaction. */
  saved?(tx: Transaction, document: T, before: T | null): Promise<void>;
}

/** A document that is created, removed and created again by others while it is saved is given up on. */
const MOST_TRIES = 5;

/**
 * Documents that carry a revision. A save names the revision it was made from (0 for a new one) and
 * is refused when the stored one is another; sending the same again is answered as saved, so that a
 * device that missed the answer can repeat it.
 *
 * Several writers may save at once, on several servers: the row itself decides, by the revision in the
 * condition of the update, and by its id when it is new.
 */
export function revisioned<T extends Revisioned, Row>(
  db: Database,
  { table, toRow, fromRow, saved: afterSave }: Saved<T, Row>,
) {
  // What JSON and the database make of a document is the document.
  const bare = (document: T): unknown =>
    JSON.parse(JSON.stringify({ ...document, revision: 0, updatedAt: null, savedBy: null }));
  const same = (a: T, b: T) => isDeepStrictEqual(bare(a), bare(b));

  async function read(tx: Database | Transaction, id: string): Promise<T | null> {
    const [row] = await tx.select().from(table).where(eq(table.id, id));
    return row ? fromRow(row as Row) : null;
  }

  /** Stores it on top of what was read; answers whether nobody else was quicker. */
  async function write(tx: Transaction, current: T | null, saved: T): Promise<boolean> {
    const row = toRow(saved) as Record<string, unknown>;
    const stored = current
      ? await tx
          .update(table)
          .set(row)
          .where(and(eq(table.id, saved.id), eq(table.revision, current.revision)))
          .returning({ id: table.id })
      : await tx.insert(table).values(row).onConflictDoNothing().returning({ id: table.id });
    return stored.length > 0;
  }

  return {
    get: (id: string): Promise<T | null> => read(db, id),
    /** @throws RevisionConflict */
    save(document: T): Promise<T> {
      return db.transaction(async (tx) => {
        for (let tries = 0; tries < MOST_TRIES; tries++) {
          const current = await read(tx, document.id);
          if (current && same(current, fromRow(toRow(document)))) return current;
          if (current && current.revision !== document.revision) {
            throw new RevisionConflict(current, document);
          }
          const saved = { ...document, revision: (current?.revision ?? 0) + 1 };
          if (!(await write(tx, current, saved))) continue;
          await afterSave?.(tx, saved, current);
          return saved;
        }
        throw new Error(`A document was changed ${MOST_TRIES} times while it was being saved.`);
      });
    },
    async remove(id: string): Promise<boolean> {
      const gone = await db.delete(table).where(eq(table.id, id)).returning({ id: table.id });
      return gone.length > 0;
    },
  };
}
