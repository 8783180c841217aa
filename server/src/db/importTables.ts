import { boolean, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { DocumentKind } from '@canter-book/core/documents';
import { instant } from './columns.ts';

/** Imports into the book. */

/** One import, so that it can be undone as a whole. */
export const imports = pgTable('imports', {
  id: uuid().primaryKey(),
  madeAt: instant('made_at').notNull(),
  /** The name of the file. */
  source: text().notNull(),
  sessionIds: jsonb('session_ids').$type<string[]>().notNull(),
  observationIds: jsonb('observation_ids').$type<string[]>().notNull(),
});

/** An import that is being stored, a page at a time; it holds once its row is gone. */
export const importsUnderWay = pgTable('imports_under_way', {
  id: uuid().primaryKey(),
  touchedAt: instant('touched_at').notNull().defaultNow(),
  /** Given up: what it has stored is being taken out. */
  broken: boolean().notNull().default(false),
});

/** Documents added by each page of an import under way, so that it can be undone. */
export const importPages = pgTable(
  'import_pages',
  {
    importId: uuid('import_id').notNull(),
    number: integer().notNull(),
    kind: text().$type<ImportedKind>().notNull(),
    ids: jsonb().$type<string[]>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.importId, t.number] })],
);

/** Kinds of rows an import can bring: documents, and earlier imports themselves. */
export type ImportedKind = DocumentKind | 'import';
