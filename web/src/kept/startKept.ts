import { whenBack, whenLeft } from '../api/courier.ts';
import type { BookStore } from '../app/store.ts';
import { askToKeep, readDevice, type Contents } from './device.ts';
import { keeperOf } from './keeper.ts';
import {
  isDirty,
  keepingFailed,
  keyOf,
  ownerOf,
  pagesOf,
  reading,
  restored,
  takenOver,
  type KeptRecord,
} from './keptSlice.ts';
import { alone, openPage, openPages } from './pages.ts';

/** Writes what is entered through to the device, takes over what closed pages had left there, and sends all of it. */

/** Something else that is kept beside the documents, in the same writes. */
export interface Beside {
  readonly prefix: string;
  contents(store: BookStore): Contents;
  restore(store: BookStore, kept: Contents): void;
}

const PREFIX = 'kept:';

/** Beside what this page has of the same document; what only stood open is carried over once, for a page made anew. */
function asOwn(record: KeptRecord, page: string): KeptRecord[] {
  const before = pagesOf(record.key);
  if (!isDirty(record) && before.includes('/')) return [];
  const { isOpen: _, ...rest } = record;
  const own = { ...rest, key: keyOf(record, `${page}/${before}`), isLate: true as const };
  return [isDirty(record) ? own : { ...own, isOpen: true }];
}

/**
 * @param beside what else is kept
 * @returns how to stop, once the device has answered
 */
export async function startKept(store: BookStore, beside: Beside): Promise<() => void> {
  const { dispatch, getState, outbox } = store;
  const { page } = getState().kept;
  openPage(page);
  dispatch(reading());
  const keeper = keeperOf(
    {
      [PREFIX]: () => getState().kept.records,
      [beside.prefix]: () => beside.contents(store),
    },
    (isKept) => {
      if (getState().kept.keeping !== isKept) dispatch(keepingFailed(!isKept));
    },
  );

  /** Records of pages that are not open any more, now under this page's name. */
  const leftHere = () =>
    alone('take-over', async (): Promise<void> => {
      const [found, pages] = [await readDevice<KeptRecord>(PREFIX), await openPages()];
      const left = Object.entries(found).filter(
        ([, { key }]) => ownerOf(key) !== page && !pages.has(ownerOf(key)),
      );
      keeper.has(Object.fromEntries(left));
      const records = left.flatMap(([, record]) => asOwn(record, page));
      const isFirst = !getState().kept.restored;
      if (isFirst || records.length > 0) dispatch((isFirst ? restored : takenOver)(records));
      await keeper.keep();
    });

  try {
    const kept = await readDevice(beside.prefix);
    keeper.has(kept);
    const { prefix } = beside;
    beside.restore(
      store,
      Object.fromEntries(
        Object.entries(kept).map(([key, value]) => [key.slice(prefix.length), value]),
      ),
    );
    await leftHere();
  } catch {
    dispatch(restored([]));
    dispatch(keepingFailed(true));
  }
  void keeper.keep();
  void askToKeep();
  const back = () =>
    void leftHere()
      .catch(() => {})
      .then(outbox.flush);
  const stops = [
    store.subscribe(() => void keeper.keep()),
    whenLeft(() => void outbox.flush()),
    whenBack(back),
    outbox.stop,
  ];
  return () => stops.forEach((stop) => stop());
}
