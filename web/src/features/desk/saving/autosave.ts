import { useEffect, useState, useSyncExternalStore } from 'react';
import { del, get, set } from 'idb-keyval';
import { printLesson } from '@canter-book/core/notation/print';
import type { LessonRecord } from '@canter-book/core/book/records';
import { useSaveLessonMutation } from '../../../api/lessons.ts';
import { problemOf } from '../../../api/problem.ts';
import { later, whenBack, whenLeft } from '../../../api/courier.ts';
import { newId } from '../../../app/newId.ts';
import { LessonSaver, type DraftStore, type LessonDraft, type SaveState } from './lessonSaver.ts';

const draftKey = (id: string) => `lesson-draft:${id}`;

const drafts: DraftStore = {
  keep: (id, draft) =>
    set(draftKey(id), draft).then(
      () => true,
      // In a private window the device keeps nothing: the text is kept while the page is open.
      () => false,
    ),
  drop: (id) => void del(draftKey(id)).catch(() => {}),
};

/** Saves that go on after their desk was left. */
const leaving = new Set<Promise<unknown>>();

/** Resolves when what was written at a desk that has been left is in the book, or known not to be. */
export const lessonsSettled = async (): Promise<void> => void (await Promise.all(leaving));

/** The text to begin with: what this device had not delivered yet, else what the book has. */
export async function openingText(record: LessonRecord): Promise<LessonDraft> {
  const draft = await get<LessonDraft>(draftKey(record.id)).catch(() => undefined);
  return draft ?? { text: printLesson(record.document), revision: record.revision };
}

export function useAutosave(record: LessonRecord, opening: LessonDraft): LessonSaver {
  const [save] = useSaveLessonMutation();
  const [saver] = useState(
    () =>
      new LessonSaver(record, opening, {
        drafts,
        newId,
        now: () => new Date(),
        later,
        async save(document) {
          const answer = await save(document);
          return answer.error ? { problem: problemOf(answer.error) } : { saved: answer.data };
        },
      }),
  );
  useEffect(() => {
    // Whoever turns away may not come back: what waits is sent at once.
    const listening = [whenLeft, whenBack].map((when) => when(() => void saver.flush()));
    return () => {
      for (const stop of listening) stop();
      const sent = saver.flush().finally(() => {
        saver.stop();
        leaving.delete(sent);
      });
      leaving.add(sent);
    };
  }, [saver]);
  return saver;
}

/** Where the text is now. Only what shows it is rendered when that changes, not the whole desk. */
export const useSaveState = (saver: LessonSaver): SaveState =>
  useSyncExternalStore(saver.subscribe, saver.current);
