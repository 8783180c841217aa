import { useState } from 'react';
import { mergeFields, same } from '@canter-book/core/documents/fields';

/** Fields of a document that are entered, while the document itself may change elsewhere. */
export interface Entered<T> {
  readonly draft: T;
  set(part: Partial<T>): void;
  readonly isChanged: boolean;
  /** Fields changed both here and elsewhere; saving keeps this page's. */
  readonly overruled: readonly (keyof T)[];
}

interface Versions<T> {
  readonly base: T;
  readonly draft: T;
  readonly overruled: readonly (keyof T)[];
}

function merged<T extends object>({ base, draft, overruled }: Versions<T>, stands: T): Versions<T> {
  const now = mergeFields(base, draft, stands);
  const contested = [...overruled, ...now.overruled.map((path) => path.split('.')[0] as keyof T)];
  return {
    base: stands,
    draft: now.merged,
    overruled: [...new Set(contested)].filter((name) => !same(stands[name], now.merged[name])),
  };
}

/**
 * What is entered stays, whatever another device, or another part of the page, saves meanwhile.
 *
 * @param stands as the book has it now
 */
export function useEntered<T extends object>(stands: T): Entered<T> {
  const [known, setKnown] = useState<Versions<T>>({ base: stands, draft: stands, overruled: [] });
  const now = same(known.base, stands) ? known : merged(known, stands);
  if (now !== known) setKnown(now);
  return {
    draft: now.draft,
    set: (part) => setKnown((k) => ({ ...k, draft: { ...k.draft, ...part } })),
    isChanged: !same(now.draft, now.base),
    overruled: now.overruled,
  };
}
