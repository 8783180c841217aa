import { eq, isNull } from 'drizzle-orm';
import { printLesson } from '@canter-book/core/notation/print';
import type { LessonRecord } from '@canter-book/core/book/records';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import * as schema from './schema.ts';

const ROWS_AT_ONCE = 200;

/** The searchable words of a lesson: title, tags and text. */
export const wordsOfLesson = (l: Pick<LessonRecord, 'title' | 'tags' | 'document'>): string =>
  [l.title, ...l.tags, printLesson(l.document)].join('\n');

/** Lessons of a book from before get the words they are found by, once. */
export async function writeWords(db: PgDatabase<PgQueryResultHKT, typeof schema>): Promise<void> {
  const { id, title, tags, document, words } = schema.lessons;
  for (;;) {
    const old = await db
      .select({ id, title, tags, document })
      .from(schema.lessons)
      .where(isNull(words))
      .limit(ROWS_AT_ONCE);
    if (old.length === 0) return;
    await db.transaction(async (tx) => {
      for (const row of old) {
        await tx
          .update(schema.lessons)
          .set({ words: wordsOfLesson(row) })
          .where(eq(id, row.id));
      }
    });
  }
}
