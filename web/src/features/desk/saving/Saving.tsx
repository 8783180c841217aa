import { lazy, Suspense } from 'react';
import { parseLesson } from '@canter-book/core/notation/parse';
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
  const record = useOpenRecord(lesson);
  if (!record?.theirs) return null;
  const [here, inBook] = [record.is, record.theirs].map(({ document }) => printLesson(document));
  // It may come from a page that was closed, and not be what is seen.
  const isSeen = printLesson(parseLesson(text).lesson) === here;
  return (
    <Suspense>
      <Conflict
        mine={isSeen ? text : here!}
        theirs={inBook!}
        onKeep={(keep) => {
          lesson.settle(keep);
          if (keep === 'theirs') onText(inBook!);
          else if (!isSeen) onText(here!);
        }}
      />
    </Suspense>
  );
}
