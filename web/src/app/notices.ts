import { useSyncExternalStore } from 'react';

/** The last action and its undo: one notice at a time, shown as long as a hand needs to reach it. */
export interface Notice {
  readonly said: string;
  readonly undo: (() => unknown) | null;
  /** A further step in the same direction, such as “all later ones”. */
  readonly further: Further | null;
}
export interface Further {
  readonly label: string;
  run(): unknown;
}

const SHOWN_MS = 12_000;

let notice: Notice | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;
const listeners = new Set<() => void>();

function show(next: Notice | null) {
  clearTimeout(timer);
  notice = next;
  if (next) timer = setTimeout(() => show(null), SHOWN_MS);
  for (const listener of listeners) listener();
}

export const tell = (
  said: string,
  undo: Notice['undo'] = null,
  further: Further | null = null,
): void => show({ said, undo, further });
export const putAway = (): void => show(null);

export const useNotice = (): Notice | null =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => notice,
  );
