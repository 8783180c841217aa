import { DOCUMENT_KINDS, type DocumentKind } from '@canter-book/core/documents';
import { z } from '@canter-book/core/schema';
import type { BookStore } from '../app/store.ts';
import { changed, inOrder, isDirty, type AnyDocument } from './keptSlice.ts';

/** All that waits on this device as a file, for whoever signs out before the book has it; it is opened again on the same page. */

/** The shapes alone: what is in them is checked by the book when it is sent. */
const documentSchema = z.nullable(
  z.looseObject({ id: z.string().check(z.minLength(1), z.maxLength(100)) }),
);
const fileSchema = z.object({
  canterBookWaiting: z.literal(2),
  kept: z.array(
    z
      .object({ kind: z.enum(DOCUMENT_KINDS), was: documentSchema, is: documentSchema })
      .check(z.refine(({ was, is }) => was !== null || is !== null)),
  ),
});

export function waitingFile({ getState }: Pick<BookStore, 'getState'>): string {
  const kept = inOrder(getState().kept)
    .filter(isDirty)
    .map(({ kind, was, is }) => ({ kind, was, is }));
  return JSON.stringify({ canterBookWaiting: 2, kept });
}

/**
 * Puts what a file holds back among what waits here; sending it twice does no harm.
 *
 * @returns how many things it held; null when it is no such file
 */
export function takeWaitingFile(
  { dispatch }: Pick<BookStore, 'dispatch'>,
  text: string,
): number | null {
  const read = fileSchema.safeParse(parsed(text));
  if (!read.success) return null;
  const kept = read.data.kept as {
    kind: DocumentKind;
    was: AnyDocument | null;
    is: AnyDocument | null;
  }[];
  dispatch(changed(kept));
  return kept.length;
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
