import { parseLesson } from '@canter-book/core/notation/parse';
import type { LessonRecord } from '@canter-book/core/book/records';

/** A new record of the book from a text. */
export function recordOf(text: string, horseId: string | null, newId: () => string): LessonRecord {
  const { lesson } = parseLesson(text, newId);
  return {
    id: newId(),
    revision: 0,
    title: lesson.title?.text ?? '',
    horseId,
    document: lesson,
    tags: [],
    template: false,
    updatedAt: new Date().toISOString(),
  };
}

/** The same again under another name. */
export function copyOf(text: string, horseId: string | null, newId: () => string): LessonRecord {
  const record = recordOf(text, horseId, newId);
  const title = `${record.title || 'Lesson'}, copy`.slice(0, 120);
  const header = record.document.title ?? { text: '' };
  return { ...record, title, document: { ...record.document, title: { ...header, text: title } } };
}
