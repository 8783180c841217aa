import { count, sql } from 'drizzle-orm';
import type { Database } from '../db/connect.ts';
import { horses } from '../db/schema.ts';
import { addDocuments } from './addDocuments.ts';
import { takeBundle, type BundleReport } from './bundle/take.ts';
import { undoBroken } from './bundle/underWay.ts';
import { bundleLines } from './bundle/write.ts';
import { DOCUMENTS, type DocumentKind } from './documents.ts';
import { evidenceStore } from './evidence.ts';
import { importStore } from './imports.ts';
import { observationStore } from './observations.ts';
import { exerciseStore } from './stores/exercises.ts';
import { horseStore } from './stores/horses.ts';
import { lessonStore } from './stores/lessons.ts';
import { programmeStore } from './stores/programmes.ts';
import { riderStore } from './stores/riders.ts';
import { rideStore } from './stores/rides.ts';
import { sessionStore } from './stores/sessions.ts';
import { timetableStores } from './stores/timetable.ts';

/** The book's rows as the documents of the core. */
export function createBook(db: Database) {
  const evidence = evidenceStore(db);
  const observations = observationStore(db);
  return {
    horses: horseStore(db),
    riders: riderStore(db),
    exercises: exerciseStore(db),
    programmes: programmeStore(db),
    ...timetableStores(db),
    lessons: lessonStore(db),
    sessions: sessionStore(db, observations),
    rides: rideStore(db),
    observations,
    evidence,
    imports: importStore(db),
    exportLines: (now: Date) => bundleLines(db, now),
    importLines: (
      lines: AsyncIterable<string>,
      options: { check: boolean },
    ): Promise<BundleReport> => takeBundle(db, evidence, lines, options),
    /** What is left of imports that were broken off goes. */
    undoBrokenImports: (options: { alone: boolean }): Promise<number> => undoBroken(db, options),
    /** Adds documents that are not there yet; those that are stay as they are. Answers the ids of the new ones. */
    addAll: (kind: DocumentKind, documents: readonly { id: string }[]): Promise<string[]> =>
      db.transaction((tx) => addDocuments(tx, kind, documents)),
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
