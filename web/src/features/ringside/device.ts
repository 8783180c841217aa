import { createStore, del, entries, get, promisifyRequest } from 'idb-keyval';
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

/** The place that idb-keyval has for all. */
const place = createStore('keyval-store', 'keyval');

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
  lastOrder = Math.max(lastOrder, ...parcels.map((p) => p.order));
  for (const { order, parcel } of parcels) orders.set(parcel.id, order);
  return { teaching, outbox: parcels.map((p) => p.parcel), revisions };
}

/**
 * Brings the device from one state to the next; only what has changed is written, all of it or nothing.
 * It is given out of hand at once: the page may be closed with the same tap.
 */
export function writeDevice(before: KeptState, now: KeptState): Promise<void> {
  const changes = [
    ...changed(PARCEL, parcelsOf(before), parcelsOf(now), (parcel) => ({
      order: orderOf(parcel.id),
      parcel,
    })),
    ...changed(TEACHING, before.teaching, now.teaching),
    ...changed(REVISION, before.revisions, now.revisions),
  ];
  return place('readwrite', (store) => {
    for (const [key, value] of changes) {
      if (value === undefined) store.delete(key);
      else store.put(value, key);
    }
    // Left to itself it would wait for the page to hear of each write.
    store.transaction.commit();
    return promisifyRequest(store.transaction);
  });
}

const parcelsOf = ({ outbox }: KeptState): Record<string, Parcel> =>
  Object.fromEntries(outbox.map((parcel) => [parcel.id, parcel]));

/** What is to be written, by its key; undefined for what is gone. */
function changed<T>(
  prefix: string,
  before: Readonly<Record<string, T>>,
  now: Readonly<Record<string, T>>,
  kept: (value: T) => unknown = (value) => value,
): [key: string, value: unknown][] {
  return [
    ...Object.entries(now)
      .filter(([id, value]) => value !== before[id])
      .map(([id, value]): [string, unknown] => [prefix + id, kept(value)]),
    ...Object.keys(before)
      .filter((id) => !(id in now))
      .map((id): [string, unknown] => [prefix + id, undefined]),
  ];
}

const orders = new Map<string, number>();
let lastOrder = 0;

/** Later parcels come later: counted on from those that lie here already, whatever the clock of the device says. */
function orderOf(id: string): number {
  const known = orders.get(id);
  if (known !== undefined) return known;
  orders.set(id, ++lastOrder);
  return lastOrder;
}

/** Asks the device not to clear away what is kept when it runs out of room. */
export async function askToKeep(): Promise<void> {
  const storage = (navigator as Partial<Navigator>).storage;
  await storage?.persist?.().catch(() => false);
}
