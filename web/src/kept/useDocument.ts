import { useEffect, useMemo } from 'react';
import type { DocumentKind, Documents } from '@canter-book/core/documents';
import { useAppSelector, useBookStore } from '../app/store.ts';
import {
  changed,
  closed,
  isDirty,
  keyOf,
  opened,
  recordOf,
  revisionOf,
  settled,
  type KeptRecord,
  type KeptState,
  type Named,
} from './keptSlice.ts';

/** A document while a page shows it and changes it. */

/** Where it is now. */
export type DocumentState =
  | { readonly kind: 'saved' | 'waiting' | 'saving' | 'conflict'; readonly revision: number }
  /** The book is away; whether this device keeps it. */
  | { readonly kind: 'offline'; readonly revision: number; readonly kept: boolean }
  | { readonly kind: 'refused'; readonly revision: number; readonly why: string };

export function stateOf(kept: KeptState, record: KeptRecord): DocumentState {
  const revision = revisionOf(record.was);
  if (!isDirty(record)) return { kind: 'saved', revision };
  if (record.theirs) return { kind: 'conflict', revision };
  if (record.why !== undefined) return { kind: 'refused', revision, why: record.why };
  if (!kept.reached) return { kind: 'offline', revision, kept: kept.keeping };
  return { kind: kept.sending.includes(record.key) ? 'saving' : 'waiting', revision };
}

/** Its versions: as it is here, as the book had it last, and what another device has saved where a person has to choose. */
export interface OpenRecord<T> {
  readonly is: T;
  readonly was: T | null;
  readonly theirs?: T;
}

/** The open document, for reading and changing; the same object as long as the page shows it. */
export interface OpenDocument<T> extends Named {
  /** As it is at this moment; null before it is open. */
  now(): OpenRecord<T> | null;
  /** @param restMs so long it may rest, to be sent with what is changed next */
  change(is: T, restMs?: number): void;
  /** Where both have written: goes on with one of the two. */
  settle(keep: 'mine' | 'theirs'): void;
  /** Sends what waits, at once; answers whether the book has all of it. */
  flush(): Promise<boolean>;
}

/**
 * Opens a document: it is kept on the device with every change, sent as soon as may be, and gone on with where a page that
 * was closed had left it.
 *
 * @param stands as the book has it; undefined while that is not known
 * @param isAway the book cannot be asked: what this device has of it is opened
 */
export function useDocument<K extends DocumentKind>(
  kind: K,
  id: string,
  stands: Documents[K] | undefined,
  isAway = false,
): OpenDocument<Documents[K]> {
  const { outbox, getState, dispatch } = useBookStore();
  const isReady = useAppSelector((state) => state.kept.restored);
  const left = useAppSelector(({ kept }) =>
    stands || !isAway ? undefined : recordOf(kept, { kind, id }),
  );
  const base = stands ?? left?.was ?? left?.is;
  useEffect(() => {
    if (isReady && base) dispatch(opened({ kind, id, stands: base }));
  }, [dispatch, kind, id, base, isReady]);
  useEffect(
    () => () => {
      dispatch(closed({ kind, id }));
      void outbox.flush();
    },
    [dispatch, outbox, kind, id],
  );
  return useMemo(() => {
    const key = keyOf({ kind, id }, getState().kept.page);
    const now = () => {
      const record = getState().kept.records[key];
      return record?.is ? (record as unknown as OpenRecord<Documents[K]>) : null;
    };
    return {
      kind,
      id,
      now,
      change: (is, restMs) => dispatch(changed([{ kind, was: now()?.is ?? null, is }], restMs)),
      settle: (keep) => dispatch(settled({ key, keep })),
      async flush() {
        await outbox.flush();
        const still = getState().kept.records[key];
        return !still || !isDirty(still);
      },
    };
  }, [outbox, getState, dispatch, kind, id]);
}

export const useIsOpen = <T>({ kind, id }: OpenDocument<T>): boolean =>
  useAppSelector(({ kept }) => kept.records[keyOf({ kind, id }, kept.page)]?.isOpen === true);

/** Its record while it is open; null before. */
export const useOpenRecord = <T>({ kind, id }: OpenDocument<T>): OpenRecord<T> | null =>
  useAppSelector(({ kept }) => {
    const record = kept.records[keyOf({ kind, id }, kept.page)];
    return record?.isOpen && record.is ? (record as unknown as OpenRecord<T>) : null;
  });

/** Only what shows where it is needs to be drawn again when that changes. */
export const useDocumentState = <T>({ kind, id }: OpenDocument<T>): DocumentState | null =>
  useAppSelector(
    ({ kept }) => {
      const record = kept.records[keyOf({ kind, id }, kept.page)];
      return record ? stateOf(kept, record) : null;
    },
    (a, b) => JSON.stringify(a) === JSON.stringify(b),
  );
