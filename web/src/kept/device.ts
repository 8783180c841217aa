import { createStore, getMany, keys, promisifyRequest } from 'idb-keyval';

/**
 * The place on the device: what a page has in memory is written through to it, only what has changed, all of it or nothing.
 */

/** Everything kept, by its key. */
export type Contents = Readonly<Record<string, unknown>>;

/** The place that idb-keyval has for all. */
const place = createStore('keyval-store', 'keyval');

/** All that any page has kept under a prefix, by its key. */
export async function readDevice<T>(prefix: string): Promise<Readonly<Record<string, T>>> {
  const found = (await keys()).map(String).filter((key) => key.startsWith(prefix));
  const values = await getMany<T>(found);
  return Object.fromEntries(found.map((key, i) => [key, values[i]!]));
}

/**
 * Brings the device from one state to the next. It is given out of hand at once: the page may be closed with the same tap.
 * Rejects where the device does not take it.
 */
export async function writeDevice(before: Contents, now: Contents): Promise<void> {
  const written = Object.entries(now).filter(([key, value]) => value !== before[key]);
  const gone = Object.keys(before).filter((key) => !(key in now));
  if (written.length + gone.length === 0) return;
  await place('readwrite', (store) => {
    for (const [key, value] of written) store.put(value, key);
    for (const key of gone) store.delete(key);
    // Left to itself it would wait for the page to hear of each write.
    store.transaction.commit();
    return promisifyRequest(store.transaction);
  });
}

/** Asks the device not to clear away what is kept when it runs out of room. */
export async function askToKeep(): Promise<void> {
  const storage = (navigator as Partial<Navigator>).storage;
  await storage?.persist?.().catch(() => false);
}
