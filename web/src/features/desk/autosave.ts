import { useEffect, useState, useSyncExternalStore } from 'react';
import { del, get, set } from 'idb-keyval';
import { printLesson } from '@canter-book/core/notation/print';
import type { LessonRecord } from '@canter-book/core/observations/records';
import { problemOf, useSaveLessonMutation } from '../../api/api.ts';
import { newId } from '../../app/newId.ts';
import { LessonSaver, type DraftStore, type LessonDraft, type SaveState } from './lessonSaver.ts';

const draftKey = (id: string) => `lesson-draft:${id}`;

/** In a private window the device keeps nothing; the text is then kept while the page is open. */
const drafts: DraftStore = {
  keep: (id, draft) => void set(draftKey(id), draft).catch(() => {}),
  drop: (id) => void del(draftKey(id)).catch(() => {}),
};

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
        later(run, ms) {
          const timer = window.setTimeout(run, ms);
          return () => window.clearTimeout(timer);
        },
        async save(document) {
          const answer = await save(document);
          return answer.error ? { problem: problemOf(answer.error) } : { saved: answer.data };
        },
      }),
  );
  useEffect(() => () => saver.stop(), [saver]);
  return saver;
}

/** Where the text is now. Only what shows it is rendered when that changes, not the whole desk. */
export const useSaveState = (saver: LessonSaver): SaveState =>
  useSyncExternalStore(saver.subscribe, saver.current);
