import { and, desc, eq, inArray, lt, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { LessonRecord } from '@canter-book/core/book/records';
import type { Database } from '../../db/connect.ts';
import {
  importPages,
  imports,
  importsUnderWay,
  lessonVersions,
  markedRides,
  observations,
  type ImportedKind,
} from '../../db/schema.ts';
import { Problem } from '../../problem.ts';
import { takeTurns } from '../../turns.ts';
import { addDocuments } from '../addDocuments.ts';
import { DOCUMENTS, type DocumentKind } from '../documents.ts';
import { forgetEvidence, forgetSnapshots } from '../held.ts';
import type { Imported } from '../imports.ts';
import type { Transaction } from '../revisioned.ts';
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
      const ids = await addDocuments(
        tx,
        kind,
        entries.map((e) => e.document),
      );
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
      await takeOut(tx, page.kind, page.ids);
      await tx
        .delete(importPages)
        .where(and(eq(importPages.importId, id), eq(importPages.number, page.number)));
    });
    await takeTurns();
  }
  await db.delete(importsUnderWay).where(eq(importsUnderWay.id, id));
}

/** What somebody has built upon in the meantime stays. */
async function takeOut(tx: Transaction, kind: ImportedKind, ids: string[]): Promise<void> {
  if (kind === 'import') {
    await tx.delete(imports).where(inArray(imports.id, ids));
  } else if (kind === 'observation') {
    const gone = await tx
      .delete(observations)
      .where(inArray(observations.id, ids))
      .returning({ sessionId: observations.sessionId });
    await forgetEvidence(tx, [...new Set(gone.map((o) => o.sessionId))]);
  } else if (kind === 'ride') {
    const gone = await tx
      .delete(markedRides)
      .where(inArray(markedRides.id, ids))
      .returning({ horseId: markedRides.horseId });
    await forgetSnapshots(tx, [...new Set(gone.map((ride) => ride.horseId))]);
  } else {
    const { table } = DOCUMENTS[kind];
    const unused =
      kind === 'horse'
        ? sql`not exists (select 1 from sessions s where s.horse_id = ${table.id})
            and not exists (select 1 from marked_rides r where r.horse_id = ${table.id})`
        : kind === 'session'
          ? sql`not exists (select 1 from observations o where o.session_id = ${table.id})`
          : undefined;
    if (kind === 'session') await forgetEvidence(tx, ids);
    await tx.delete(table).where(and(inArray(table.id, ids), unused));
  }
}
