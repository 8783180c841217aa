import type { Item, Lesson, Phase } from './document.ts';

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

/** An item of the lesson by its id, also inside repeats. */
export function findItem(items: readonly Item[], id: string): Item | null {
  for (const item of items) {
    if (item.id === id) return item;
    const inner = item.kind === 'repeat' ? findItem(item.items, id) : null;
    if (inner) return inner;
  }
  return null;
}

/** All items in reading order, also those inside repeats. */
export const allItems = (items: readonly Item[]): Item[] =>
  items.flatMap((item) => (item.kind === 'repeat' ? [item, ...allItems(item.items)] : [item]));

/** Puts items after another one, in the same repeat; at the end when it is null. */
export function insertAfter(lesson: Lesson, id: string | null, items: readonly Item[]): Lesson {
  return id === null
    ? appendItems(lesson, items)
    : replaceItem(lesson, id, (item) => [item, ...items]);
}

/** The last item of the last phase of these names; the phase itself when it is empty, null when there is none. */
export function lastOfPhase(lesson: Lesson, names: readonly Phase['name'][]): string | null {
  const phase = lesson.items.findLast((i) => i.kind === 'phase' && names.includes(i.name));
  return (phase && blockOf(lesson.items, phase.id).at(-1)?.id) ?? null;
}

/** Puts items at the end of a phase; at the end of the lesson when it has no such phase. */
export const appendToPhase = (
  lesson: Lesson,
  names: readonly Phase['name'][],
  items: readonly Item[],
): Lesson => insertAfter(lesson, lastOfPhase(lesson, names), items);

/**
 * What goes with an item when it is moved or removed: a phase takes its lines along, up to the next
 * phase; anything else goes alone.
 */
export function blockOf(items: readonly Item[], id: string): readonly Item[] {
  const at = items.findIndex((item) => item.id === id);
  const item = items[at];
  if (!item) {
    const repeat = items.find((i) => i.kind === 'repeat' && findItem(i.items, id));
    return repeat?.kind === 'repeat' ? blockOf(repeat.items, id) : [];
  }
  if (item.kind !== 'phase') return [item];
  const next = items.findIndex((other, i) => i > at && other.kind === 'phase');
  return items.slice(at, next < 0 ? items.length : next);
}

/** Takes out an item alone: the lines of a phase stay, and belong to the phase before. */
export const removeItem = (lesson: Lesson, id: string): Lesson => replaceItem(lesson, id, () => []);

/** Moves an item, or a phase with its lines, before another item; to the end when that is null. */
export function moveBefore(lesson: Lesson, id: string, target: string | null): Lesson {
  const block = blockOf(lesson.items, id);
  // Before itself, or into itself? Nothing moves.
  if (target !== null && findItem(block, target)) return lesson;
  if (block.length === 0) return lesson;
  const gone = new Set(block.map((item) => item.id));
  const without = {
    ...lesson,
    items: mapItems(lesson.items, (item) => (gone.has(item.id) ? [] : [item])),
  };
  return target === null
    ? appendItems(without, block)
    : replaceItem(without, target, (item) => [...block, item]);
}

/** Puts an item into a repeat of its own, to which more can be added. */
export const wrapInRepeat = (lesson: Lesson, id: string, times: number, repeatId: string): Lesson =>
  replaceItem(lesson, id, (item) => [{ kind: 'repeat', id: repeatId, times, items: [item] }]);

/** Takes a repeat away and leaves its lines. */
export const unwrapRepeat = (lesson: Lesson, id: string): Lesson =>
  replaceItem(lesson, id, (item) => (item.kind === 'repeat' ? item.items : [item]));

/** A copy of an item with ids of its own. */
export function withNewIds(item: Item, newId: () => string): Item {
  return item.kind === 'repeat'
    ? { ...item, id: newId(), items: item.items.map((inner) => withNewIds(inner, newId)) }
    : { ...item, id: newId() };
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
