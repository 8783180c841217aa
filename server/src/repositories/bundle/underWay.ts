import { and, desc, eq, inArray, lt, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { LessonRecord } from '@canter-book/core/book/records';
import type { DocumentKind } from '@canter-book/core/documents';
import type { Database, Transaction } from '../../db/connect.ts';
import {
  importPages,
  imports,
  importsUnderWay,
  lessonVersions,
  type ImportedKind,
} from '../../db/schema.ts';
import { Problem } from '../../problem.ts';
import { takeTurns } from '../../turns.ts';
import { DOCUMENTS } from '../../documents/table.ts';
import type { Imported } from '../imports.ts';
import { PAGE, type Version } from './format.ts';

/** Longer than any page takes, so that no import that is alive is taken for a broken one. */
const STANDS_STILL_MS = 3 * 60_000;

/**
 * An import that is all or nothing although it is stored a page at a time: one transaction would keep
 * everybody else waiting for as long as it takes. Each page is stored together with a note of what it
 * added; the import holds once the note of its beginning is gone. Until then its pages can be taken out
 * again, also by the next server when this one was killed.
 */
export class ImportUnderWay {
  private number = 0;

  private constructor(
    private readonly db: Database,
    private readonly id: string,
  ) {}

  static async begin(db: Database): Promise<ImportUnderWay> {
    const id = v7();
    await db.insert(importsUnderWay).values({ id });
    return new ImportUnderWay(db, id);
  }

  /** Stores documents that are not in the book yet, lessons with their versions. */
  async add(
    kind: DocumentKind,
    entries: readonly { document: { id: string }; versions: readonly Version[] }[],
  ): Promise<void> {
    await this.page(kind, async (tx) => {
      const ids = await DOCUMENTS[kind].add(tx, entries.map((e) => e.document) as never);
      const versions = entries.flatMap(({ document, versions: of }) =>
        of.map(({ startedAt, savedAt, ...rest }) => ({
          lessonId: (document as LessonRecord).id,
          startedAt: new Date(startedAt),
          savedAt: new Date(savedAt),
          ...rest,
        })),
      );
      for (let i = 0; i < versions.length; i += PAGE) {
        await tx
          .insert(lessonVersions)
          .values(versions.slice(i, i + PAGE))
          .onConflictDoNothing();
      }
      return ids;
    });
  }

  /** Stores what was once imported together from a table. */
  async addImported(imported: Imported): Promise<void> {
    await this.page('import', async (tx) => {
      const added = await tx
        .insert(imports)
        .values(imported)
        .onConflictDoNothing()
        .returning({ id: imports.id });
      return added.map((row) => row.id);
    });
  }

  private async page(
    kind: ImportedKind,
    store: (tx: Transaction) => Promise<string[]>,
  ): Promise<void> {
    await this.db.transaction(async (tx) => {
      const alive = await tx
        .update(importsUnderWay)
        .set({ touchedAt: sql`now()` })
        .where(and(eq(importsUnderWay.id, this.id), eq(importsUnderWay.broken, false)))
        .returning({ id: importsUnderWay.id });
      if (alive.length === 0) throw stoodStill();
      const ids = await store(tx);
      if (ids.length === 0) return;
      await tx.insert(importPages).values({ importId: this.id, number: this.number, kind, ids });
      this.number++;
    });
  }

  /** From here on it holds. @throws Problem when somebody took it out in the meantime */
  async end(): Promise<void> {
    const [held] = await this.db
      .delete(importsUnderWay)
      .where(and(eq(importsUnderWay.id, this.id), eq(importsUnderWay.broken, false)))
      .returning({ id: importsUnderWay.id });
    if (!held) throw stoodStill();
    await this.db.delete(importPages).where(eq(importPages.importId, this.id));
  }

  /** Takes out what it has stored. */
  undo(): Promise<void> {
    return undo(this.db, this.id);
  }
}

const stoodStill = () =>
  new Problem(
    409,
    'Given up',
    'The import stood still for too long. Nothing was stored. Import it again.',
  );

/**
 * Takes out what is left of imports whose server was killed.
 *
 * @param alone no other server works on this book, so whatever is under way is broken
 * @returns how many there were
 */
export async function undoBroken(db: Database, { alone }: { alone: boolean }): Promise<number> {
  const still = lt(
    importsUnderWay.touchedAt,
    sql`now() - ${STANDS_STILL_MS / 1000} * interval '1 second'`,
  );
  const left = await db
    .select({ id: importsUnderWay.id })
    .from(importsUnderWay)
    .where(alone ? undefined : still);
  for (const { id } of left) await undo(db, id);
  // Killed between the end of an import and the clearing of its notes.
  await db
    .delete(importPages)
    .where(sql`${importPages.importId} not in (select id from imports_under_way)`);
  return left.length;
}

/** The last pages first, as they name what came before them; can itself be broken off and done again. */
async function undo(db: Database, id: string): Promise<void> {
  await db.update(importsUnderWay).set({ broken: true }).where(eq(importsUnderWay.id, id));
  for (;;) {
    const [page] = await db
      .select({ number: importPages.number, kind: importPages.kind, ids: importPages.ids })
      .from(importPages)
      .where(eq(importPages.importId, id))
      .orderBy(desc(importPages.number))
      .limit(1);
    if (!page) break;
    await db.transaction(async (tx) => {
      if (page.kind === 'import') await tx.delete(imports).where(inArray(imports.id, page.ids));
      else await DOCUMENTS[page.kind].takeOut(tx, page.ids);
      await tx
        .delete(importPages)
        .where(and(eq(importPages.importId, id), eq(importPages.number, page.number)));
    });
    await takeTurns();
  }
  await db.delete(importsUnderWay).where(eq(importsUnderWay.id, id));
}
