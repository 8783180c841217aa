import type { DocumentKind } from '@canter-book/core/documents';
import { inOrder, isDirty, type AnyDocument, type KeptState } from './keptSlice.ts';

/** The book's answers with everything that waits on this device laid over them, for pages to show. */

interface Asked {
  /** Below `/api`. */
  readonly url: string;
  readonly params?: Readonly<Record<string, unknown>> | undefined;
}

type Item = Readonly<Record<string, unknown>> & { readonly id: string };

/** Lists of these say less of a document, or more, than is in it. */
const SUMMED: readonly DocumentKind[] = ['lesson', 'session'];

/** By these a list is narrowed in a way that can be followed here. */
const NARROWED = ['horseId', 'riderId', 'lessonId', 'from', 'to'];

const isIn = (document: AnyDocument): Item => document as unknown as Item;

function isAskedFor(document: AnyDocument, { url, params = {} }: Asked): boolean {
  const item = isIn(document);
  const session = /^sessions\/([^/]+)\/observations$/.exec(url)?.[1];
  if (session && item['sessionId'] !== session) return false;
  const { from, to, ...ids } = params as Record<string, string | undefined>;
  if (Object.keys(params).some((name) => !NARROWED.includes(name))) return false;
  const date = String(item['date'] ?? '');
  return (
    Object.entries(ids).every(([name, id]) => item[name] === id) &&
    (to === undefined || date <= to) &&
    (from === undefined || date >= from || Boolean(item['repeat']))
  );
}

/** The fields of a document that an item like this has too. */
const told = (document: AnyDocument, like: Item): Partial<Item> =>
  Object.fromEntries(Object.entries(isIn(document)).filter(([name]) => name in like));

/** One that is not listed yet, where all that the list says of others can be said of it. */
function asNew(kind: DocumentKind, document: AnyDocument, [like]: readonly Item[]): Item[] {
  if (!SUMMED.includes(kind) || !like) return [isIn(document)];
  const item = told(document, like);
  return Object.keys(like).every((name) => name in item) ? [item as Item] : [];
}

/**
 * @param known the answer of the book, or what is remembered of it while the book is away; undefined where nothing is
 * @returns undefined where nothing is known, and nothing waits
 */
export function laidOver(
  kept: KeptState | undefined,
  kind: DocumentKind,
  asked: Asked,
  known: unknown,
): unknown {
  const waiting = kept ? inOrder(kept).filter((r) => r.kind === kind && isDirty(r)) : [];
  if (waiting.length === 0) return known;
  if (!Array.isArray(known)) {
    const id = (known as Item | undefined)?.id ?? asked.url.split('/').at(-1);
    return waiting.findLast((r) => r.id === id)?.is ?? known;
  }
  const list = known as readonly Item[];
  const changed = list.flatMap((item) => {
    const record = waiting.findLast(({ id }) => id === item.id);
    if (!record?.is) return record ? [] : [item];
    return [SUMMED.includes(kind) ? { ...item, ...told(record.is, item) } : isIn(record.is)];
  });
  const news = waiting
    .filter(({ id, is }) => is && isAskedFor(is, asked) && !list.some((item) => item.id === id))
    .flatMap(({ is }) => asNew(kind, is!, list));
  return [...changed, ...news];
}
