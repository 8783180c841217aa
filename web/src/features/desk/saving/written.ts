import { useEffect, useRef } from 'react';
import type { LessonRecord } from '@canter-book/core/book/records';
import { keepIds } from '@canter-book/core/lesson/edits';
import { parseLesson } from '@canter-book/core/notation/parse';
import { printLesson } from '@canter-book/core/notation/print';
import { newId } from '../../../app/newId.ts';
import { tell } from '../../../app/notices.ts';
import { isDirty } from '../../../kept/keptSlice.ts';
import type { OpenDocument } from '../../../kept/useDocument.ts';

/** The lesson that is open at the desk. */
export type LessonOnDesk = OpenDocument<LessonRecord>;

/** Long enough to type a word, short enough to trust. */
const REST_MS = 700;

interface Written {
  readonly text: string;
  readonly horseId: string | null;
}

/** The record with what was written of it; lines the book has already keep their ids. */
export function writtenOn(
  record: LessonRecord,
  before: LessonRecord,
  { text, horseId }: Written,
): LessonRecord {
  const document = keepIds(before.document, parseLesson(text, newId).lesson);
  const title = document.title?.text ?? '';
  return { ...record, title, horseId, document, updatedAt: new Date().toISOString() };
}

interface InHand extends Written {
  /** As the book has it. */
  readonly record: LessonRecord;
  setText(text: string): void;
}

/** What is written goes to the book, and what another device has saved comes to the desk. */
export function useKeptText(
  lesson: LessonOnDesk,
  opening: string,
  { record, text, horseId, setText }: InHand,
): void {
  const known = useRef(opening);
  useEffect(() => {
    const now = lesson.now();
    if (!now || (text === known.current && horseId === now.is.horseId)) return;
    known.current = text;
    lesson.change(writtenOn(now.is, now.was ?? now.is, { text, horseId }), REST_MS);
  }, [lesson, text, horseId]);
  useEffect(() => {
    const now = lesson.now();
    if (!now || isDirty({ kind: 'lesson', ...now })) return;
    if (record.revision <= (now.was?.revision ?? 0)) return;
    known.current = printLesson(record.document);
    setText(known.current);
    tell('This lesson was saved on another device just now; that is what you see.');
  }, [lesson, record, setText]);
}
