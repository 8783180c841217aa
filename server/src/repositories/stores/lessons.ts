import type { LessonSummary, RemovedLesson } from '@canter-book/core/book/summaries';
import { lessonRecordSchema, type LessonRecord } from '@canter-book/core/book/records';
import { isSheet } from '@canter-book/core/lesson/document';
import { and, desc, eq, ilike, inArray, isNotNull, isNull, lt, sql } from 'drizzle-orm';
import type { Database } from '../../db/connect.ts';
import { lessons } from '../../db/schema.ts';
import { wordsOfLesson } from '../../db/words.ts';
import { keptRows } from '../keptRows.ts';
import { instant, orMissing, type Kind } from '../kind.ts';
import { keepVersion, versionsOf } from '../lessonVersions.ts';
import { revisioned } from '../revisioned.ts';

export const lesson: Kind<LessonRecord, typeof lessons.$inferSelect> = {
  table: lessons,
  schema: lessonRecordSchema,
  toRow: (l) => ({
    ...l,
    updatedAt: new Date(l.updatedAt),
    removedAt: instant(l.removedAt),
    savedBy: l.savedBy ?? null,
    sheet: isSheet(l.document),
    words: wordsOfLesson(l),
  }),
  fromRow: ({ removedAt, savedBy, sheet: _, words: __, ...row }) => ({
    ...row,
    updatedAt: row.updatedAt.toISOString(),
    ...orMissing('savedBy', savedBy),
    ...orMissing('removedAt', removedAt?.toISOString() ?? null),
  }),
};

async function summariesOf(db: Database, ids: readonly string[]): Promise<LessonSummary[]> {
  const { id, revision, title, horseId, tags, template, sheet, updatedAt } = lessons;
  const rows = await db
    .select({ id, revision, title, horseId, tags, template, sheet, updatedAt })
    .from(lessons)
    .where(inArray(id, [...ids]));
  return rows.map((row) => ({ ...row, updatedAt: row.updatedAt.toISOString() }));
}

/** Lessons and test sheets; a list of them is read again only where somebody has written it. */
export function lessonStore(db: Database) {
  const summaries = () => keptRows(db, lessons, (ids) => summariesOf(db, ids));
  const keptLessons = { lessons: summaries(), sheets: summaries() };
  return {
    ...revisioned(db, { ...lesson, saved: keepVersion }),
    /** Lessons, or test sheets, the newest first; with words to look for, those that have them all in title, tags or text. */
    async list(
      words: readonly string[] = [],
      { sheets = false }: { sheets?: boolean } = {},
    ): Promise<LessonSummary[]> {
      const { sheet, words: found } = lessons;
      const holds = (word: string) => {
        const like = `%${word.replace(/[\\%_]/g, '\\$&')}%`;
        return ilike(found, like);
      };
      const { removedAt, updatedAt } = lessons;
      const where = and(isNull(removedAt), eq(sheet, sheets), ...words.map(holds));
      return keptLessons[sheets ? 'sheets' : 'lessons'](
        sql`where ${where} order by ${updatedAt} desc`,
        { all: words.length === 0 },
      );
    },
    versions: (id: string) => versionsOf(db, id),
    /** Thrown away not long ago, and can still be brought back; the newest first. */
    async removed(): Promise<RemovedLesson[]> {
      const { id, title, horseId, removedAt } = lessons;
      const rows = await db
        .select({ id, title, horseId, removedAt })
        .from(lessons)
        .where(isNotNull(removedAt))
        .orderBy(desc(removedAt));
      return rows.map((row) => ({ ...row, removedAt: row.removedAt!.toISOString() }));
    },
    /** Lessons that were thrown away before an instant are gone for good. */
    async purge(before: Date): Promise<number> {
      const gone = await db
        .delete(lessons)
        .where(lt(lessons.removedAt, before))
        .returning({ id: lessons.id });
      return gone.length;
    },
  };
}
