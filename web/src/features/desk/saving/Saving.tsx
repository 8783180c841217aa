import { lazy, Suspense } from 'react';
import { printLesson } from '@canter-book/core/notation/print';
import { useSaveState } from './autosave.ts';
import type { LessonSaver } from './lessonSaver.ts';
import { SaveNote } from './SaveNote.tsx';

const Conflict = lazy(() => import('./Conflict.tsx').then((m) => ({ default: m.Conflict })));

export const SavingNote = ({ saver }: { saver: LessonSaver }) => (
  <SaveNote state={useSaveState(saver)} />
);

interface SavingConflictProps {
  saver: LessonSaver;
  text: string;
  onText(text: string): void;
}

/** When the lesson was saved elsewhere too: both versions, and a choice. */
export function SavingConflict({ saver, text, onText }: SavingConflictProps) {
  const state = useSaveState(saver);
  if (state.kind !== 'conflict') return null;
  return (
    <Suspense>
      <Conflict
        mine={text}
        theirs={printLesson(state.theirs.document)}
        onKeep={(keep) => onText(saver.resolve(keep))}
      />
    </Suspense>
  );
}
