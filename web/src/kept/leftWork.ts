import { useSyncExternalStore } from 'react';
import { Courier, later, whenBack, type Sent } from '../api/courier.ts';
import type { BookStore } from '../app/store.ts';
import { alone } from './pages.ts';

/**
 * What was entered on a page that has been left before the book had it: it is sent from whatever page is open, and counted
 * until then with all else that waits.
 */

/** Something that waits, and where it is settled by hand when the book does not take it as it is. */
export interface Left {
  readonly key: string;
  /** "The lesson “Soft”". */
  readonly what: string;
  readonly to: string;
  /** Why it is not sent by itself; null while the server is only away. */
  readonly why: string | null;
}

/** Sends what was left of one kind; answers what still waits. */
export type SendLeft = (store: BookStore) => Promise<readonly Left[]>;

const NOTHING: readonly Left[] = [];
let left = NOTHING;
const listeners = new Set<() => void>();
let courier: Courier | null = null;

function tell(next: readonly Left[]): void {
  left = next.length > 0 ? next : NOTHING;
  for (const listener of listeners) listener();
}

/** Begins to send what was left, and goes on as long as the page is open. */
export function startLeftWork(store: BookStore, kinds: readonly SendLeft[]): Promise<void> {
  courier = new Courier(
    () =>
      alone('left-work', async (): Promise<Sent> => {
        const waiting = await Promise.all(kinds.map((send) => send(store)));
        tell(waiting.flat());
        return left.some(({ why }) => why === null) ? 'away' : 'done';
      }),
    later,
  );
  whenBack(() => void courier?.again());
  return courier.now();
}

/** A page with something on it was left, or taken up again: what waits now? Resolves when it is sent or known to wait. */
export const lookForLeftWork = (): Promise<void> => courier?.again() ?? Promise.resolve();

/** What was left and waits. */
export const useLeftWork = (): readonly Left[] =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => left,
  );
