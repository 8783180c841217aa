import { del, entries, get, set } from 'idb-keyval';
import type { KeptState, Parcel, Teaching } from './ringsideSlice.ts';

/**
 * What the ringside keeps on the device: one record per parcel, per lesson under way and per revision, so that two
 * open pages never write over each other's.
 */

interface KeptParcel {
  /** Its place in the order, the same over all pages. */
  readonly order: number;
  readonly parcel: Parcel;
}

const PARCEL = 'parcel:';
const TEACHING = 'teaching:';
const REVISION = 'revision:';
/** Where an earlier version kept everything together. */
const TOGETHER = 'ringside';

const EMPTY: KeptState = { teaching: {}, outbox: [], revisions: {} };

/** All that any page has kept here, and what an earlier version had. */
export async function readDevice(): Promise<KeptState> {
  const together = await get<KeptState>(TOGETHER);
  if (together) {
    await writeDevice(EMPTY, together);
    await del(TOGETHER);
  }
  const parcels: KeptParcel[] = [];
  const teaching: Record<string, Teaching> = {};
  const revisions: Record<string, number> = {};
  for (const [key, value] of await entries<string, unknown>()) {
    const name = String(key);
    if (name.startsWith(PARCEL)) parcels.push(value as KeptParcel);
    else if (name.startsWith(TEACHING)) teaching[name.slice(TEACHING.length)] = value as Teaching;
    else if (name.startsWith(REVISION)) revisions[name.slice(REVISION.length)] = value as number;
  }
  parcels.sort((a, b) => a.order - b.order);
  return { teaching, outbox: parcels.map((p) => p.parcel), revisions };
}

/** Brings the device from one state to the next; only what has changed is written. */
export async function writeDevice(before: KeptState, now: KeptState): Promise<void> {
  const writes: Promise<unknown>[] = [];
  const old = new Map(before.outbox.map((p) => [p.id, p]));
  for (const parcel of now.outbox) {
    if (old.get(parcel.id) !== parcel) {
      writes.push(set(PARCEL + parcel.id, { order: orderOf(parcel.id), parcel }));
    }
    old.delete(parcel.id);
  }
  for (const id of old.keys()) writes.push(del(PARCEL + id));
  writes.push(...changed(TEACHING, before.teaching, now.teaching));
  writes.push(...changed(REVISION, before.revisions, now.revisions));
  await Promise.all(writes);
}

function changed<T>(
  prefix: string,
  before: Readonly<Record<string, T>>,
  now: Readonly<Record<string, T>>,
): Promise<unknown>[] {
  return [
    ...Object.keys(now)
      .filter((id) => now[id] !== before[id])
      .map((id) => set(prefix + id, now[id])),
    ...Object.keys(before)
      .filter((id) => !(id in now))
      .map((id) => del(prefix + id)),
  ];
}

const orders = new Map<string, number>();
let lastOrder = 0;

/** Later parcels come later, also in other pages: the clock says so, counted on where it stands still. */
function orderOf(id: string): number {
  const known = orders.get(id);
  if (known !== undefined) return known;
  lastOrder = Math.max(lastOrder + 1, Date.now() * 1000);
  orders.set(id, lastOrder);
  return lastOrder;
}

/** Asks the device not to clear away what is kept when it runs out of room. */
export async function askToKeep(): Promise<void> {
  const storage = (navigator as Partial<Navigator>).storage;
  await storage?.persist?.().catch(() => false);
}
