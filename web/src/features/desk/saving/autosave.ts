import { useEffect, useState, useSyncExternalStore } from 'react';
import { del } from 'idb-keyval';
import { parseLesson } from '@canter-book/core/notation/parse';
import { printLesson } from '@canter-book/core/notation/print';
import type { LessonRecord } from '@canter-book/core/book/records';
import { lessonsApi, useSaveLessonMutation } from '../../../api/lessons.ts';
import { isRefusal, problemOf, type Problem } from '../../../api/problem.ts';
import { later, whenBack, whenLeft } from '../../../api/courier.ts';
import { newId } from '../../../app/newId.ts';
import type { BookStore } from '../../../app/store.ts';
import {
  dropDraft,
  keepDraft,
  leftDrafts,
  takeUpDraft,
  type LeftDraft,
  type LessonDraft,
} from '../../../kept/lessonDrafts.ts';
import { lookForLeftWork, type Left, type SendLeft } from '../../../kept/leftWork.ts';
import { LessonSaver, writtenOn, type DraftStore, type SaveState } from './lessonSaver.ts';

const drafts: DraftStore = { keep: keepDraft, drop: dropDraft };

/** Lessons that are open at a desk of this page. */
const open = new Set<string>();
/** Saves that go on after their desk was left. */
const leaving = new Set<Promise<unknown>>();

/** Resolves when what was written at a desk that has been left is in the book, or known not to be. */
export const lessonsSettled = async (): Promise<void> => void (await Promise.all(leaving));

/** The text to begin with: what this device had not delivered yet, else what the book has. */
export async function openingText(record: LessonRecord): Promise<LessonDraft> {
  open.add(record.id);
  const draft = await takeUpDraft(record.id).catch(() => null);
  return draft ?? { text: printLesson(record.document), revision: record.revision };
}

/** The desk is gone, or was left before it was laid out: what was written there is sent from elsewhere. */
export function releaseDesk(id: string): void {
  open.delete(id);
}

/** What the book says against a draft that was left; null where it may go. */
function whyNot(record: LessonRecord, { revision }: LessonDraft): string | null {
  if (record.removedAt) return 'The lesson was deleted meanwhile. Restore it, and open it.';
  return record.revision === revision
    ? null
    : 'It was saved elsewhere too. Open it, and choose which version stays.';
}

async function sendDraft(
  { dispatch }: BookStore,
  { key, id, draft }: LeftDraft,
): Promise<Left | null> {
  const waits = (what: string, why: string | null): Left => ({
    key,
    what: `The lesson “${what || 'Untitled'}”`,
    to: `/desk/${id}`,
    why,
  });
  const named = parseLesson(draft.text).lesson.title?.text ?? '';
  const refusal = ({ status, detail }: Problem) => (isRefusal(status) ? detail : null);
  const found = await dispatch(
    lessonsApi.endpoints.lesson.initiate(id, { forceRefetch: true, subscribe: false }),
  );
  if (!found.data) return waits(named, refusal(problemOf(found.error)));
  const record = found.data;
  const written = writtenOn(record, draft, newId, new Date());
  const isNew =
    draft.text !== printLesson(record.document) ||
    written.horseId !== record.horseId ||
    draft.details !== undefined;
  const why = isNew ? whyNot(record, draft) : null;
  if (why) return waits(written.title, why);
  const answer = isNew
    ? await dispatch(lessonsApi.endpoints.saveLesson.initiate(written))
    : { error: undefined };
  if (answer.error) return waits(written.title, refusal(problemOf(answer.error)));
  // Taken up again meanwhile, it is the desk's.
  if (!open.has(id)) await del(key);
  return null;
}

/** Lessons whose desk was closed before the book had what was written. */
export const sendLeftLessons: SendLeft = async (store) => {
  await lessonsSettled();
  const left = await leftDrafts().catch(() => []);
  const waiting: Left[] = [];
  for (const one of left) {
    const still = open.has(one.id) ? null : await sendDraft(store, one);
    if (still) waiting.push(still);
  }
  return waiting;
};

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
    open.add(record.id);
    // Whoever turns away may not come back: what waits is sent at once.
    const listening = [whenLeft, whenBack].map((when) => when(() => void saver.flush()));
    return () => {
      for (const stop of listening) stop();
      releaseDesk(record.id);
      const sent = saver.flush().finally(() => {
        saver.stop();
        leaving.delete(sent);
        void lookForLeftWork();
      });
      leaving.add(sent);
    };
  }, [saver, record.id]);
  return saver;
}

/** Where the text is now. Only what shows it is rendered when that changes, not the whole desk. */
export const useSaveState = (saver: LessonSaver): SaveState =>
  useSyncExternalStore(saver.subscribe, saver.current);
