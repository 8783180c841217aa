import { useCallback, useState } from 'react';
import type { DocumentKind, Documents } from '@canter-book/core/documents';
import type { ApiError } from '../api/problem.ts';
import { useBookStore } from '../app/store.ts';

/** Outcome of a change, for the page that asked for it. */
export interface Saved<T> {
  /** As the book has it, or as it is kept on this device while the book is away. */
  readonly data?: T;
  readonly error?: ApiError;
}

/** Saves a document that was `was` (null: a new one) as `is`. Undone by the same call with the two exchanged. */
export type Save<T> = (is: T, was: T | null) => Promise<Saved<T>>;
export type Remove<T> = (was: T) => Promise<Saved<null>>;

interface Saving<T> {
  readonly save: Save<T>;
  readonly remove: Remove<T>;
  readonly isSaving: boolean;
  /** Why the last was refused. */
  readonly error: ApiError;
}

/**
 * Saves and removes documents of a kind. While the book is away what is saved waits on this device, and counts as saved; on
 * top of what waits, and of what another device has saved meanwhile, only what is other in `is` than in `was` is changed.
 */
export function useSave<K extends DocumentKind>(kind: K): Saving<Documents[K]> {
  const { outbox } = useBookStore();
  const [state, setState] = useState<{ isSaving: boolean; error: ApiError }>({
    isSaving: false,
    error: undefined,
  });
  const send = useCallback(
    async (was: Documents[K] | null, is: Documents[K] | null) => {
      setState({ isSaving: true, error: undefined });
      const { data, error } = await outbox.save(kind, was, is);
      setState({ isSaving: false, error });
      return error ? { error } : { data: data as never };
    },
    [outbox, kind],
  );
  const save = useCallback<Save<Documents[K]>>((is, was) => send(was, is), [send]);
  const remove = useCallback<Remove<Documents[K]>>((was) => send(was, null), [send]);
  return { save, remove, ...state };
}
