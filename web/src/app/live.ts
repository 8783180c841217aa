import { useEffect, useSyncExternalStore } from 'react';
import { DOCUMENT_NAMES } from '@canter-book/core/documents';
import { api, TAGS, tagsOf, type Tag } from '../api/api.ts';
import { CLIENT } from '../api/client.ts';
import { soon } from './soon.ts';
import type { BookStore } from './store.ts';

/**
 * What is saved on another device appears here: the server says which resource changed, and what is shown of it is asked
 * for again. A page nobody looks at does not listen; looked at again, it asks for everything it shows.
 */

/** Tags to invalidate, by the address of the resource that changed. */
const SHOWN = new Map<string, readonly Tag[]>(
  Object.values(DOCUMENT_NAMES).map(({ at, ...called }) => [at, tagsOf(called)]),
);
/** Of these no other page shows anything. */
const OF_NO_PAGE = ['devices', 'pairing', 'live', 'people', 'sign-in', 'account', 'shares'];

const FIRST_RETRY_MS = 2_000;
const LONGEST_RETRY_MS = 60_000;

interface Open {
  readonly lesson: string;
  readonly others: readonly string[];
}

let opened: string | null = null;
let alsoOpen: Open | null = null;
/** Whether the server is listened to; else it is told when it is. */
let isListening = false;
const listeners = new Set<() => void>();

function told(next: Open | null): void {
  alsoOpen = next;
  for (const listener of listeners) listener();
}

const tellOpen = (): unknown =>
  isListening &&
  fetch('/api/live/open', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ client: CLIENT, lesson: opened }),
  }).catch(() => {
    // Told again when the line is back.
  });

/** @returns how to stop */
export function startLive(store: BookStore): () => void {
  let source: EventSource | null = null;
  let missed = false;
  let retryMs = FIRST_RETRY_MS;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const ask = (tags: readonly Tag[]) => void store.dispatch(api.util.invalidateTags([...tags]));

  const close = (): void => {
    clearTimeout(timer);
    source?.close();
    if (source) missed = true;
    source = null;
    isListening = false;
    told(null);
  };
  const open = (): void => {
    clearTimeout(timer);
    if (source || document.visibilityState === 'hidden') return;
    const own = new EventSource(`/api/live?client=${CLIENT}`);
    source = own;
    own.addEventListener('open', () => {
      retryMs = FIRST_RETRY_MS;
      isListening = true;
      // Whatever was said meanwhile was not heard.
      if (missed) ask(TAGS);
      missed = false;
      if (opened) tellOpen();
    });
    own.addEventListener('change', (event) => {
      const { resource } = JSON.parse((event as MessageEvent<string>).data) as { resource: string };
      if (!OF_NO_PAGE.includes(resource)) ask(SHOWN.get(resource) ?? TAGS);
    });
    own.addEventListener('open-lesson', (event) =>
      told(JSON.parse((event as MessageEvent<string>).data) as Open),
    );
    own.addEventListener('error', () => {
      missed = true;
      // The browser tries again by itself, but not after it was refused.
      if (own.readyState !== EventSource.CLOSED || source !== own) return;
      close();
      timer = setTimeout(open, retryMs);
      retryMs = Math.min(LONGEST_RETRY_MS, 2 * retryMs);
    });
  };
  const look = () => (document.visibilityState === 'hidden' ? close() : open());
  document.addEventListener('visibilitychange', look);
  window.addEventListener('online', open);
  open();
  return () => {
    document.removeEventListener('visibilitychange', look);
    window.removeEventListener('online', open);
    close();
  };
}

const NOBODY: readonly string[] = [];

/** Who else has a lesson open, while this page has. */
export function useAlsoOpen(lesson: string | null): readonly string[] {
  useEffect(() => {
    if (lesson === null) return;
    opened = lesson;
    soon(tellOpen);
    return () => {
      opened = null;
      tellOpen();
    };
  }, [lesson]);
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => (lesson !== null && alsoOpen?.lesson === lesson ? alsoOpen.others : NOBODY),
  );
}
