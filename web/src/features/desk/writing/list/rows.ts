import type { Item } from '@canter-book/core/lesson/document';
import { allItems, blockOf } from '@canter-book/core/lesson/edits';
import { printItem } from '@canter-book/core/notation/print';
import { timesInWords } from '../timesInWords.ts';

/** The line as it is written; a repeat says how often. */
export const nameOf = (item: Item): string =>
  item.kind === 'repeat' ? timesInWords(item.times) : printItem(item);

export interface Row {
  readonly item: Item;
  /** How deep in repeats. */
  readonly depth: number;
}

/** The items in reading order, those of a repeat one step in. */
export const rowsOf = (items: readonly Item[], depth = 0): Row[] =>
  items.flatMap((item) => [
    { item, depth },
    ...(item.kind === 'repeat' ? rowsOf(item.items, depth + 1) : []),
  ]);

/**
 * Before which item something goes when it is dropped onto another: before that one on the way up,
 * behind it on the way down. A phase goes behind the whole phase it is dropped into.
 */
export function dropTarget(items: readonly Item[], id: string, onto: string): string | null {
  const all = allItems(items);
  const [from, to] = [id, onto].map((i) => all.findIndex((item) => item.id === i));
  if (to! < from!) return onto;
  const moved = new Set(allItems(blockOf(items, id)).map((item) => item.id));
  const isPhase = all[from!]?.kind === 'phase';
  const rest = all.slice(to! + 1).filter((item) => !moved.has(item.id));
  const next = isPhase ? rest.find((item) => item.kind === 'phase') : rest[0];
  return next?.id ?? null;
}
