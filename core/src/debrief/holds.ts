import type { ObservationOf } from '../observations/observation.ts';
import { holdsOf } from '../ringside/intervals.ts';

export interface Held {
  /** The movement, as it is written. */
  readonly text: string;
  /** Tries in which strides were counted. */
  readonly count: number;
  readonly holds: NonNullable<ReturnType<typeof holdsOf>>;
}

/** How long each movement held, the most often tried first: the one source of what to ask for next. */
export function holdsByMovement(tries: readonly ObservationOf<'try'>[]): Held[] {
  const held = new Map<string, number[]>();
  for (const t of tries) held.set(t.text, [...(held.get(t.text) ?? []), t.held]);
  return [...held]
    .flatMap(([text, list]) => {
      const holds = holdsOf(list);
      return holds ? [{ text, count: list.filter((n) => n > 0).length, holds }] : [];
    })
    .sort((a, b) => b.count - a.count);
}
