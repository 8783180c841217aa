import { count, sql } from 'drizzle-orm';
import { DOCUMENT_KINDS, DOCUMENT_NAMES, type DocumentKind } from '@canter-book/core/documents';
import type { Database } from '../db/connect.ts';
import { horses } from '../db/schema.ts';
import { DOCUMENTS } from '../documents/table.ts';
import { takeBundle, type BundleReport } from './bundle/take.ts';
import { undoBroken } from './bundle/underWay.ts';
import { bundleLines } from './bundle/write.ts';
import { evidenceStore } from './evidence.ts';
import { importStore } from './imports.ts';

/** A store for each of its documents, by its name in the book. */
type Stores = {
  [K in DocumentKind as (typeof DOCUMENT_NAMES)[K]['at']]: ReturnType<
    (typeof DOCUMENTS)[K]['store']
  >;
};

const storesOn = (db: Database) =>
  Object.fromEntries(
    DOCUMENT_KINDS.map((kind) => [DOCUMENT_NAMES[kind].at, DOCUMENTS[kind].store(db)]),
  ) as unknown as Stores;

/** The book's rows as the documents of the core. */
export function createBook(db: Database) {
  const evidence = evidenceStore(db);
  return {
    ...storesOn(db),
    evidence,
    imports: importStore(db),
    exportLines: (now: Date) => bundleLines(db, now),
    importLines: (
      lines: AsyncIterable<string>,
      options: { check: boolean },
    ): Promise<BundleReport> => takeBundle(db, evidence, lines, options),
    /** Undoes imports that were interrupted. */
    undoBrokenImports: (options: { alone: boolean }): Promise<number> => undoBroken(db, options),
    /** Adds documents that are not there yet; those that are stay as they are. Answers the ids of the new ones. */
    addAll: (kind: DocumentKind, documents: readonly { id: string }[]): Promise<string[]> =>
      db.transaction((tx) => DOCUMENTS[kind].add(tx, documents as never)),
    /** How much has been entered: what a backup is worth is seen by it. */
    async size(): Promise<number> {
      const tables = Object.values(DOCUMENTS).map(({ table }) => db.$count(table));
      return (await Promise.all(tables)).reduce((sum, n) => sum + n, 0);
    },
    /** Whether nothing was ever entered. */
    async isEmpty(): Promise<boolean> {
      const [row] = await db.select({ n: count() }).from(horses);
      return Number(row?.n ?? 0) === 0;
    },
    async maintain(): Promise<void> {
      await db.execute(sql`vacuum analyze`);
    },
  };
}

export type Book = ReturnType<typeof createBook>;
