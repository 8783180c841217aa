import type { Box, ErrorCosts, Item, Lesson, LessonLine } from '../lesson/document.ts';
import { allItems } from '../lesson/edits.ts';
import { printLine } from '../notation/print.ts';
import type { RiddenMovement, Ride } from '../ride/types.ts';

/** A box of a test sheet as it is ridden and marked. */
export interface SheetBox {
  readonly number: number;
  readonly title: string | null;
  readonly coefficient: number;
  readonly directive: string | null;
  /** Its lines, as they are called. */
  readonly lines: readonly string[];
  /** The items of the document they come from. */
  readonly itemIds: readonly string[];
  readonly startsAtS: number;
  readonly seconds: number;
  readonly metres: number;
}

export interface SheetCollective {
  readonly name: string;
  readonly coefficient: number;
}

/** Costs of errors of course: each in its turn, and the next one ends the ride. */
export type ErrorProfile = Pick<ErrorCosts, 'how' | 'costs'>;

/** First 2 points, second 4, third elimination. Source: dressage rules (from memory); they change, see the current book. */
export const USUAL_ERRORS: ErrorProfile = { how: 'points', costs: [2, 4] };

/** A test sheet: what is marked, and what it is worth. */
export interface Sheet {
  readonly title: string;
  readonly stage: number | null;
  readonly boxes: readonly SheetBox[];
  readonly collectives: readonly SheetCollective[];
  readonly errors: ErrorProfile;
  /** Ten times all coefficients. */
  readonly possible: number;
  readonly seconds: number;
  readonly metres: number;
}

interface Drafted {
  readonly box: Omit<Box, 'id' | 'kind'>;
  readonly lines: LessonLine[];
}

/** The lines of each box; without boxes each line is one. What comes before the first box is not marked. */
function drafted(items: readonly Item[]): Drafted[] {
  const all = allItems(items);
  if (!all.some((item) => item.kind === 'box')) {
    const lines = all.filter((item) => item.kind === 'line');
    return lines.map((line, i) => ({ box: { number: i + 1 }, lines: [line] }));
  }
  const boxes: Drafted[] = [];
  for (const item of all) {
    if (item.kind === 'box') boxes.push({ box: item, lines: [] });
    else if (item.kind === 'line') boxes.at(-1)?.lines.push(item);
  }
  return boxes;
}

function boxOf({ box, lines }: Drafted, byItem: ReadonlyMap<string, RiddenMovement[]>): SheetBox {
  const ridden = lines.flatMap(({ id }) => byItem.get(id) ?? []);
  const sum = (of: (m: RiddenMovement) => number) => ridden.reduce((total, m) => total + of(m), 0);
  return {
    number: box.number,
    title: box.title ?? null,
    coefficient: box.coefficient ?? 1,
    directive: box.directive ?? null,
    lines: lines.map(printLine),
    itemIds: lines.map(({ id }) => id),
    startsAtS: ridden.length > 0 ? Math.min(...ridden.map((m) => m.startsAtS)) : 0,
    seconds: sum((m) => m.seconds),
    metres: sum((m) => m.metres),
  };
}

/** The sheet of a document and its ride. */
export function sheetOf({ title, items }: Lesson, { movements, totals }: Ride): Sheet {
  const byItem = new Map<string, RiddenMovement[]>();
  for (const m of movements) byItem.set(m.itemId, [...(byItem.get(m.itemId) ?? []), m]);
  const boxes = drafted(items).map((box) => boxOf(box, byItem));
  const collectives = allItems(items)
    .filter((item) => item.kind === 'collective')
    .map(({ name, coefficient = 1 }) => ({ name, coefficient }));
  const errors = allItems(items).find((item) => item.kind === 'errors');
  const coefficients = [...boxes, ...collectives].map((b) => b.coefficient);
  return {
    title: title?.text ?? '',
    stage: title?.test?.stage ?? null,
    boxes,
    collectives,
    errors: errors ? { how: errors.how, costs: errors.costs } : USUAL_ERRORS,
    possible: 10 * coefficients.reduce((total, c) => total + c, 0),
    seconds: totals.seconds,
    metres: totals.metres,
  };
}
