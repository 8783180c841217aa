import type { Item, Lesson } from './document.ts';

/** Pure edits of a lesson. Each answers a new document and leaves the old one as it was. */

const mapItems = (items: readonly Item[], change: (item: Item) => Item[]): Item[] =>
  items.flatMap((item) =>
    change(item.kind === 'repeat' ? { ...item, items: mapItems(item.items, change) } : item),
  );

export function replaceItem(lesson: Lesson, id: string, change: (item: Item) => Item[]): Lesson {
  return {
    ...lesson,
    items: mapItems(lesson.items, (item) => (item.id === id ? change(item) : [item])),
  };
}

export function appendItems(lesson: Lesson, items: readonly Item[]): Lesson {
  return { ...lesson, items: [...lesson.items, ...items] };
}

export function prependItems(lesson: Lesson, items: readonly Item[]): Lesson {
  return { ...lesson, items: [...items, ...lesson.items] };
}

/**
 * Gives the items of a freshly read document the ids of the document before it, so that what was
 * observed of a movement still points to it after an edit. Equal items at the start and the end are
 * paired; in between, items of the same kind keep their id in turn.
 */
export function keepIds(before: Lesson, after: Lesson): Lesson {
  return { ...after, items: pairItems(before.items, after.items) };
}

const sign = (item: Item): string =>
  JSON.stringify(item, (key, value: unknown) => (key === 'id' ? undefined : value));

function pairItems(old: readonly Item[], fresh: readonly Item[]): Item[] {
  const [a, b] = [old.map(sign), fresh.map(sign)];
  const head = countWhile(Math.min(a.length, b.length), (i) => a[i] === b[i]);
  const tail = countWhile(
    Math.min(a.length, b.length) - head,
    (i) => a[a.length - 1 - i] === b[b.length - 1 - i],
  );
  const result = [...fresh];
  const take = (i: number, j: number) => {
    result[j] = withId(fresh[j]!, old[i]!);
  };
  for (let i = 0; i < head; i++) take(i, i);
  for (let i = 1; i <= tail; i++) take(a.length - i, b.length - i);
  let i = head;
  for (let j = head; j < b.length - tail; j++) {
    const next = old.findIndex(
      (item, k) => k >= i && k < a.length - tail && item.kind === fresh[j]!.kind,
    );
    if (next < 0) continue;
    take(next, j);
    i = next + 1;
  }
  return result;
}

function withId(fresh: Item, old: Item): Item {
  if (fresh.kind === 'repeat' && old.kind === 'repeat') {
    return { ...fresh, id: old.id, items: pairItems(old.items, fresh.items) };
  }
  return { ...fresh, id: old.id };
}

function countWhile(limit: number, holds: (i: number) => boolean): number {
  let n = 0;
  while (n < limit && holds(n)) n++;
  return n;
}
