import type { LessonRecord, Session } from './records.ts';

/** Records of the book as its lists show them. */

export interface LessonSummary extends Pick<
  LessonRecord,
  'id' | 'revision' | 'title' | 'horseId' | 'tags' | 'template' | 'updatedAt'
> {
  /** A test sheet. */
  sheet: boolean;
}

/** Thrown away not long ago: it can still be brought back. */
export interface RemovedLesson extends Pick<LessonRecord, 'id' | 'title' | 'horseId'> {
  removedAt: string;
}

export type SessionSummary = Omit<Session, 'document'> & {
  tries: number;
  good: number;
  /** Marks that were given. */
  marks: number;
};
