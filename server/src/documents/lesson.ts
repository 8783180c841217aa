import type { LessonSummary, RemovedLesson } from '@canter-book/core/book/summaries';
import { lessonRecordSchema, type LessonRecord } from '@canter-book/core/book/records';
import { isSheet } from '@canter-book/core/lesson/document';
import { z } from '@canter-book/core/schema';
import { and, desc, eq, ilike, inArray, isNotNull, isNull, lt, sql } from 'drizzle-orm';
import type { Database } from '../db/connect.ts';
import { lessons } from '../db/schema.ts';
import { wordsOfLesson } from '../db/words.ts';
import { keptRows } from '../repositories/keptRows.ts';
import { keepVersion, versionsOf } from '../repositories/lessonVersions.ts';
import { revisioned } from '../repositories/revisioned.ts';
import { LARGE } from '../routes/says.ts';
import { got, type Document, type Rows } from './document.ts';
import { inRows, instant, orMissing } from './rows.ts';

const rows: Rows<LessonRecord, typeof lessons.$inferSelect> = {
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
  const found = await db
    .select({ id, revision, title, horseId, tags, template, sheet, updatedAt })
    .from(lessons)
    .where(inArray(id, [...ids]));
  return found.map((row) => ({ ...row, updatedAt: row.updatedAt.toISOString() }));
}

/** Lessons and test sheets; a list of them is read again only where somebody has written it. */
function lessonStore(db: Database) {
  const summaries = () => keptRows(db, lessons, (ids) => summariesOf(db, ids));
  const keptLessons = { lessons: summaries(), sheets: summaries() };
  return {
    ...revisioned(db, { ...rows, saved: keepVersion }),
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
      const found = await db
        .select({ id, title, horseId, removedAt })
        .from(lessons)
        .where(isNotNull(removedAt))
        .orderBy(desc(removedAt));
      return found.map((row) => ({ ...row, removedAt: row.removedAt!.toISOString() }));
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

const searchSchema = z.object({
  q: z._default(z.string().check(z.trim(), z.maxLength(120)), ''),
  sheets: z.optional(z.literal('1')),
});

export const lesson: Document<LessonRecord, ReturnType<typeof lessonStore>> = {
  ...inRows(rows),
  store: lessonStore,
  api: {
    for: 'ringside',
    upTo: LARGE,
    name: 'Lesson',
    what: 'lesson',
    isRemovable: true,
    list: got(searchSchema, {
      says: 'All lessons, or those that hold every word; with sheets=1 the test sheets instead',
      answer: (all, { q, sheets }) =>
        all.list(q.split(/\s+/).filter(Boolean), { sheets: sheets === '1' }),
    }),
    more: {
      '/removed': {
        says: 'Lessons that were thrown away and can be brought back',
        answer: (all) => all.removed(),
      },
      '/{id}/versions': {
        says: 'What a lesson was after each sitting',
        answer: (all, _, id) => all.versions(id),
      },
    },
    signed: ({ savedBy: _, ...document }, { device }) =>
      device ? { ...document, savedBy: device.person } : document,
  },
};
