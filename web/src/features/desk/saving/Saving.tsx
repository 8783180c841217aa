import { lazy, Suspense } from 'react';
import { printLesson } from '@canter-book/core/notation/print';
import { useDocumentState, useOpenRecord } from '../../../kept/useDocument.ts';
import { SaveNote } from './SaveNote.tsx';
import type { LessonOnDesk } from './written.ts';

const Conflict = lazy(() => import('./Conflict.tsx').then((m) => ({ default: m.Conflict })));

export function SavingNote({ lesson }: { lesson: LessonOnDesk }) {
  const state = useDocumentState(lesson);
  return state && <SaveNote state={state} />;
}

interface SavingConflictProps {
  lesson: LessonOnDesk;
  text: string;
  onText(text: string): void;
}

/** When the lesson was saved elsewhere too: both versions, and a choice. */
export function SavingConflict({ lesson, text, onText }: SavingConflictProps) {
  const theirs = useOpenRecord(lesson)?.theirs;
  if (!theirs) return null;
  const inBook = printLesson(theirs.document);
  return (
    <Suspense>
      <Conflict
        mine={text}
        theirs={inBook}
        onKeep={(keep) => {
          lesson.settle(keep);
          if (keep === 'theirs') onText(inBook);
        }}
      />
    </Suspense>
  );
}
