import { set } from 'idb-keyval';
import { z } from '@canter-book/core/schema';
import { markedRideSchema } from '@canter-book/core/sheet/markedRide';
import type { BookStore } from '../../app/store.ts';
import { leftDrafts, type LessonDraft } from '../../kept/lessonDrafts.ts';
import { lookForLeftWork } from '../../kept/leftWork.ts';
import { restored, type Parcel } from '../ringside/ringsideSlice.ts';
import { dirtyRides, keepRide } from '../tests/leftRides.ts';
import type { RideDraft } from '../tests/rideSaver.ts';

/** All that waits on this device as a file, for whoever signs out before the book has it; it is opened again on the same page. */

const id = z.string().check(z.minLength(1), z.maxLength(100));
const draftSchema = z.looseObject({ text: z.string(), revision: z.int() });
/** The shapes alone: what is in them is checked by the book when it is sent. */
const fileSchema = z.object({
  canterBookWaiting: z.literal(1),
  parcels: z.array(
    z.union([
      z.looseObject({ id, kind: z.literal('session'), session: z.looseObject({ id }) }),
      z.looseObject({
        id,
        kind: z.literal('observations'),
        observations: z.array(z.looseObject({ id, sessionId: id })),
      }),
    ]),
  ),
  lessons: z.array(z.object({ key: z.string(), id, draft: draftSchema })),
  rides: z.array(
    z.object({ ride: markedRideSchema, dirty: z.literal(true), own: z.array(z.string()) }),
  ),
});

export async function waitingFile({ getState }: Pick<BookStore, 'getState'>): Promise<string> {
  const file = {
    canterBookWaiting: 1,
    parcels: getState().ringside.outbox,
    lessons: await leftDrafts().catch(() => []),
    rides: dirtyRides(),
  };
  return JSON.stringify(file);
}

/**
 * Puts what a file holds back among what waits here; sending it twice does no harm.
 *
 * @returns how many things it held; null when it is no such file
 */
export async function takeWaitingFile(
  { dispatch, getState }: Pick<BookStore, 'dispatch' | 'getState'>,
  text: string,
): Promise<number | null> {
  const read = fileSchema.safeParse(parsed(text));
  if (!read.success) return null;
  const { parcels, lessons, rides } = read.data;
  const known = new Set(getState().ringside.outbox.map((parcel) => parcel.id));
  const news = (parcels as unknown as Parcel[]).filter((parcel) => !known.has(parcel.id));
  dispatch(restored({ teaching: {}, outbox: news, revisions: {} }));
  for (const { key, draft } of lessons) await set(key, draft as unknown as LessonDraft);
  for (const kept of rides) keepRide(kept.ride.id, kept as RideDraft);
  await lookForLeftWork();
  return news.length + lessons.length + rides.length;
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
