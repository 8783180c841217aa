import { useState } from 'react';

/** Fields of a document that are entered, while the document itself may change elsewhere. */
export interface Draft<T> {
  readonly draft: T;
  set(part: Partial<T>): void;
  readonly isChanged: boolean;
  /** Fields changed both here and elsewhere; saving keeps this page's. */
  readonly overruled: readonly (keyof T)[];
}

interface Kept<T> {
  readonly base: T;
  readonly draft: T;
  readonly overruled: readonly (keyof T)[];
}

/** As JSON has it: what is not said is not there. */
export const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** The draft on another version: what was not touched here is theirs, what was is kept. */
export function rebased<T extends object>({ base, draft, overruled }: Kept<T>, stands: T): Kept<T> {
  const names = Object.keys(stands) as (keyof T)[];
  const mine = names.filter((name) => !same(draft[name], base[name]));
  const theirs = mine.filter(
    (name) => !same(stands[name], base[name]) && !same(stands[name], draft[name]),
  );
  const still = overruled.filter((name) => !same(stands[name], draft[name]));
  return {
    base: stands,
    draft: { ...stands, ...Object.fromEntries(mine.map((name) => [name, draft[name]])) },
    overruled: [...new Set([...still, ...theirs])],
  };
}

/**
 * What is entered stays, whatever another device, or another part of the page, saves meanwhile.
 *
 * @param stands as the book has it now
 */
export function useDraft<T extends object>(stands: T): Draft<T> {
  const [kept, setKept] = useState<Kept<T>>({ base: stands, draft: stands, overruled: [] });
  const now = same(kept.base, stands) ? kept : rebased(kept, stands);
  if (now !== kept) setKept(now);
  return {
    draft: now.draft,
    set: (part) => setKept((k) => ({ ...k, draft: { ...k.draft, ...part } })),
    isChanged: !same(now.draft, now.base),
    overruled: now.overruled,
  };
}
