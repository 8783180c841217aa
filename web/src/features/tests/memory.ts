import { createEmptyCard, fsrs, Rating, type Card } from 'ts-fsrs';

/** A rider's memory of a sheet: a card for each box, and when each was last asked. */
export interface Memory {
  readonly cards: Readonly<Partial<Record<string, Card>>>;
  /** Answers by day: how many, and how many were right. */
  readonly days: Readonly<Record<string, { asked: number; right: number }>>;
  /** Days on which each box was asked, and whether it was right at the last asking of the day. */
  readonly boxes: Readonly<Record<string, Readonly<Record<string, boolean>>>>;
}

/** So many of its days a box remembers. */
const MOST_DAYS = 30;

const scheduler = fsrs({ enable_fuzz: false });
export const NOTHING: Memory = { cards: {}, days: {}, boxes: {} };

const key = (lessonId: string): string => `canter-book-learn-${lessonId}`;

/** Days come back from the device as text. */
const revived = (card: Card): Card => ({
  ...card,
  due: new Date(card.due),
  ...(card.last_review && { last_review: new Date(card.last_review) }),
});

export function readMemory(lessonId: string): Memory {
  try {
    const kept = JSON.parse(localStorage.getItem(key(lessonId)) ?? 'null') as Memory | null;
    if (!kept?.cards) return NOTHING;
    const cards = Object.entries(kept.cards).flatMap(([box, card]) =>
      card ? [[box, revived(card)] as const] : [],
    );
    return { cards: Object.fromEntries(cards), days: kept.days ?? {}, boxes: kept.boxes ?? {} };
  } catch {
    return NOTHING;
  }
}

export const keepMemory = (lessonId: string, memory: Memory): void =>
  localStorage.setItem(key(lessonId), JSON.stringify(memory));

/** The memory after an answer: what was missed comes back in minutes, what was known in days. */
export function answered(memory: Memory, box: number, right: boolean, now: Date): Memory {
  const before = memory.cards[box] ?? createEmptyCard<Card>(now);
  const { card } = scheduler.next(before, now, right ? Rating.Good : Rating.Again);
  const day = now.toISOString().slice(0, 10);
  const today = memory.days[day] ?? { asked: 0, right: 0 };
  const own = Object.entries({ ...memory.boxes[box], [day]: right }).sort(([a], [b]) =>
    a.localeCompare(b),
  );
  return {
    cards: { ...memory.cards, [box]: card },
    days: {
      ...memory.days,
      [day]: { asked: today.asked + 1, right: today.right + (right ? 1 : 0) },
    },
    boxes: { ...memory.boxes, [box]: Object.fromEntries(own.slice(-MOST_DAYS)) },
  };
}

/** The box to ask now: one that is due, the longest first; then one never asked; else null. */
export function nextBox(memory: Memory, boxes: readonly number[], now: Date): number | null {
  const due = boxes
    .filter((b) => (memory.cards[b]?.due ?? Infinity) <= now)
    .sort((a, b) => memory.cards[a]!.due.getTime() - memory.cards[b]!.due.getTime());
  return due[0] ?? boxes.find((b) => !memory.cards[b]) ?? null;
}

/** When the next box is due. */
export function nextDue(memory: Memory): Date | null {
  const times = Object.values(memory.cards).flatMap((c) => (c ? [c.due.getTime()] : []));
  return times.length > 0 ? new Date(Math.min(...times)) : null;
}
