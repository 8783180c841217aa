import { and, desc, eq } from 'drizzle-orm';
import type { Lesson } from '@canter-book/core/lesson/document';
import type { LessonRecord } from '@canter-book/core/book/records';
import type { Database, Transaction } from '../db/connect.ts';
import { lessonVersions } from '../db/schema.ts';

export interface LessonVersion {
  revision: number;
  savedAt: string;
  title: string;
  document: Lesson;
  /** Null: the owner. */
  by: string | null;
}

/** Saves that follow one another within this time are one sitting, and one version. */
const SITTING_MS = 10 * 60_000;
const MOST_VERSIONS = 100;

/** Keeps what a lesson is at the end of each sitting. */
export async function keepVersion(tx: Transaction, lesson: LessonRecord): Promise<void> {
  const savedAt = new Date(lesson.updatedAt);
  const own = eq(lessonVersions.lessonId, lesson.id);
  const kept = await tx
    .select({ startedAt: lessonVersions.startedAt })
    .from(lessonVersions)
    .where(own)
    .orderBy(desc(lessonVersions.startedAt));
  const last = kept[0]?.startedAt;
  const sameSitting = last && Math.abs(savedAt.getTime() - last.getTime()) < SITTING_MS;
  const { revision, title, document, savedBy: by = null } = lesson;
  await tx
    .insert(lessonVersions)
    .values({
      lessonId: lesson.id,
      startedAt: sameSitting ? last : savedAt,
      savedAt,
      revision,
      title,
      document,
      by,
    })
    .onConflictDoUpdate({
      target: [lessonVersions.lessonId, lessonVersions.startedAt],
      set: { savedAt, revision, title, document, by },
    });
  const oldest = kept[MOST_VERSIONS - 1];
  if (oldest && !sameSitting) {
    await tx
      .delete(lessonVersions)
      .where(and(own, eq(lessonVersions.startedAt, kept.at(-1)!.startedAt)));
  }
}

/** The versions of a lesson, the newest first. */
export async function versionsOf(db: Database, lessonId: string): Promise<LessonVersion[]> {
  const rows = await db
    .select()
    .from(lessonVersions)
    .where(eq(lessonVersions.lessonId, lessonId))
    .orderBy(desc(lessonVersions.startedAt));
  return rows.map(({ revision, savedAt, title, document, by }) => ({
    revision,
    savedAt: savedAt.toISOString(),
    title,
    document,
    by,
  }));
}
