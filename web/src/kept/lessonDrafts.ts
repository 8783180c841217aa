import { del, get, keys, set } from 'idb-keyval';
import type { LessonRecord } from '@canter-book/core/book/records';
import { CLIENT } from '../api/client.ts';
import { openPages } from './pages.ts';

/** A lesson as it was written, until the book has it. */
export interface LessonDraft {
  readonly text: string;
  /** The stored revision it was made from. */
  readonly revision: number;
  /** Where they are not as in that revision. */
  readonly horseId?: string | null;
  readonly details?: LessonDetails;
}

/** What belongs to the record and not to the text. */
export type LessonDetails = Pick<LessonRecord, 'tags' | 'template'>;

/** Each page has a draft of its own, so that two of one lesson do not write over each other's. */
const PREFIX = 'lesson-draft:';
const keyOf = (id: string): string => `${PREFIX}${id}:${CLIENT}`;

/** @returns whether the device has it: in a private window the text is kept only while the page is open */
export const keepDraft = (id: string, draft: LessonDraft): Promise<boolean> =>
  set(keyOf(id), draft).then(
    () => true,
    () => false,
  );

export const dropDraft = (id: string): void => void del(keyOf(id)).catch(() => {});

export interface LeftDraft {
  readonly key: string;
  readonly id: string;
  readonly draft: LessonDraft;
}

/** The drafts that no other page is writing: of pages that were closed, and of desks that were left on this one. */
export async function leftDrafts(): Promise<LeftDraft[]> {
  const pages = await openPages();
  const found: LeftDraft[] = [];
  for (const key of (await keys()).map(String).filter((k) => k.startsWith(PREFIX))) {
    // Earlier versions kept one of each lesson, for all pages.
    const [id = '', page = CLIENT] = key.slice(PREFIX.length).split(':');
    if (page !== CLIENT && pages.has(page)) continue;
    const draft = await get<LessonDraft>(key);
    if (draft) found.push({ key, id, draft });
  }
  return found;
}

/** What was left of a lesson becomes this page's: it goes on from there. Null where nothing was left. */
export async function takeUpDraft(id: string): Promise<LessonDraft | null> {
  const left = (await leftDrafts()).filter((draft) => draft.id === id);
  const own = left.find(({ key }) => key === keyOf(id)) ?? left[0];
  if (!own) return null;
  if (own.key !== keyOf(id)) {
    await set(keyOf(id), own.draft);
    await del(own.key);
  }
  return own.draft;
}
