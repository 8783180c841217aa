import { del, get, keys } from 'idb-keyval';
import type { LessonRecord, Session } from '@canter-book/core/book/records';
import type { Observation } from '@canter-book/core/observations/observation';
import type { MarkedRide } from '@canter-book/core/sheet/markedRide';
import { lessonsApi } from '../api/lessons.ts';
import { newId } from '../app/newId.ts';
import type { BookStore } from '../app/store.ts';
import { change, changed, type Change } from './keptSlice.ts';

/** Left on the device by versions up to 0.1, each kind in a place of its own: it is sent like everything else. */

interface Parcel {
  readonly session?: Session;
  readonly observations?: readonly Observation[];
}
interface Draft extends Partial<Pick<LessonRecord, 'horseId'>> {
  readonly text: string;
  readonly revision: number;
  readonly details?: Partial<LessonRecord>;
}

/** A session is merged when it is sent: what was known of it does not matter. */
const ofParcel = ({ session, observations = [] }: Parcel): Change[] => [
  ...(session
    ? [change('session', session.revision > 0 ? { ...session, endedAt: null } : null, session)]
    : []),
  ...observations.map((seen) => change('observation', null, seen)),
];

const RIDE = 'canter-book-ride-';

function ofRide(kept: string): Change[] {
  const { ride, dirty } = JSON.parse(kept) as { ride: MarkedRide; dirty: boolean };
  const unmarked = ride.judges.map((judge) => ({
    ...judge,
    marks: {},
    collectives: {},
    remarks: {},
  }));
  return dirty ? [change('ride', { ...ride, judges: unmarked }, ride)] : [];
}

async function ofDraft(
  { dispatch }: BookStore,
  id: string,
  draft: Draft,
): Promise<Change[] | null> {
  const { lesson } = lessonsApi.endpoints;
  const { data } = await dispatch(lesson.initiate(id, { forceRefetch: true, subscribe: false }));
  if (!data) return null;
  const { horseId = data.horseId, text, revision, details } = draft;
  // Hardly any device has one: the reader of lessons is not fetched at every start.
  const { parseLesson } = await import('@canter-book/core/notation/parse');
  const { lesson: document } = parseLesson(text, newId);
  const title = document.title?.text ?? '';
  const was = { ...data, revision };
  return [change('lesson', was, { ...was, ...details, title, horseId, document })];
}

export async function takeEarlier(store: BookStore): Promise<void> {
  const taken = async (key: string, changes: Change[] | null) => {
    if (!changes) return;
    store.dispatch(changed(changes));
    await del(key);
  };
  const found = (await keys()).map(String);
  const of = (prefix: string) => found.filter((key) => key.startsWith(prefix));
  const parcels = await Promise.all(
    of('parcel:').map(
      async (key) => [key, await get<{ order: number; parcel: Parcel }>(key)] as const,
    ),
  );
  for (const [key, kept] of parcels.sort((a, b) => (a[1]?.order ?? 0) - (b[1]?.order ?? 0)))
    await taken(key, ofParcel(kept!.parcel));
  const together = await get<{ outbox: Parcel[] }>('ringside');
  if (together) await taken('ringside', together.outbox.flatMap(ofParcel));
  for (const key of of('lesson-draft:'))
    await taken(key, await ofDraft(store, key.split(':')[1]!, (await get<Draft>(key))!));
  for (const key of Object.keys(localStorage).filter((name) => name.startsWith(RIDE))) {
    store.dispatch(changed(ofRide(localStorage.getItem(key)!)));
    localStorage.removeItem(key);
  }
  for (const key of of('revision:')) await del(key);
}
