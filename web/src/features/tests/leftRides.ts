import { markedRideSchema, mergeRides, type MarkedRide } from '@canter-book/core/sheet/markedRide';
import { ridesApi } from '../../api/rides.ts';
import { isRefusal, problemOf } from '../../api/problem.ts';
import type { BookStore } from '../../app/store.ts';
import type { Left, SendLeft } from '../../kept/leftWork.ts';
import type { RideDraft } from './rideSaver.ts';

/** Marked rides on this device: what of them the book does not have yet, and which judges are written here. */

const PREFIX = 'canter-book-ride-';
const keyOf = (id: string): string => PREFIX + id;

/** Rides that are being marked on this page. */
export const openRides = new Set<string>();

export function keepRide(id: string, draft: RideDraft): void {
  localStorage.setItem(keyOf(id), JSON.stringify(draft));
}

/** What this device kept of a ride; null where it kept nothing, or nothing that can be used. */
export function keptRide(id: string): RideDraft | null {
  try {
    const kept = JSON.parse(localStorage.getItem(keyOf(id)) ?? 'null') as RideDraft | null;
    const ride = markedRideSchema.safeParse(kept?.ride);
    return kept && ride.success ? { ...kept, ride: ride.data } : null;
  } catch {
    return null;
  }
}

const keptIds = (): string[] =>
  Object.keys(localStorage).flatMap((key) =>
    key.startsWith(PREFIX) ? [key.slice(PREFIX.length)] : [],
  );

/** Rides of which the book does not have all yet. */
export const dirtyRides = (): RideDraft[] =>
  keptIds().flatMap((id) => {
    const kept = keptRide(id);
    return kept?.dirty ? [kept] : [];
  });

/** The device may be somebody else's next. */
export const forgetRides = (): void =>
  keptIds().forEach((id) => localStorage.removeItem(keyOf(id)));

/** A ride that is saved elsewhere again and again while it is merged waits for the next round. */
const MOST_MERGES = 3;

async function sendRide({ dispatch }: BookStore, { ride, own }: RideDraft): Promise<Left | null> {
  let next = ride;
  for (let merges = 0; ; merges++) {
    const answer = await dispatch(ridesApi.endpoints.saveRide.initiate(next));
    if (!answer.error) break;
    const { status, detail, current, keptAside } = problemOf(answer.error);
    // Of a device that was removed: it lies beside the book now.
    if (keptAside) break;
    if (status === 409 && current && merges < MOST_MERGES) {
      next = mergeRides(ride, current as MarkedRide, own);
      continue;
    }
    return {
      key: keyOf(ride.id),
      what: `The marks of ${ride.document.title?.text || 'a test'}, ${ride.date}`,
      to: `/tests/rides/${ride.id}/mark`,
      why: isRefusal(status) ? detail : null,
    };
  }
  if (!openRides.has(ride.id)) localStorage.removeItem(keyOf(ride.id));
  return null;
}

/** Marks whose page was left before the book had them; what it has already needs no place here. */
export const sendLeftRides: SendLeft = async (store) => {
  const waiting: Left[] = [];
  for (const kept of dirtyRides()) {
    const still = openRides.has(kept.ride.id) ? null : await sendRide(store, kept);
    if (still) waiting.push(still);
  }
  return waiting;
};
