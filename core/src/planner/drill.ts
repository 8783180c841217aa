import { findLetter, lettersOf, type Arena, type Letter } from '../arena/arena.ts';
import { MOST_AT_A_LETTER, transitionsAt } from '../ride/transitions.ts';
import type { Ride } from '../ride/types.ts';

/**
 * What a round asks at letters. By the symmetry of the arena it can be laid at the letters that lie alike (A and C,
 * E and B, the four beside the corners): together they bear so many of a transition in a lesson, and no more.
 */
export interface Repeated {
  /** The transition, with the letters that lie alike. */
  readonly what: string;
  readonly times: number;
  /** In a whole lesson, at all of these letters. */
  readonly most: number;
}

/** Where there is more than one letter, one time is left for what lies between the sets. */
const mostAt = (letters: number): number => MOST_AT_A_LETTER * letters - (letters > 1 ? 1 : 0);
/** Canter is taken up and left at the middles of the four sides most, and two times are those of the plain canter. */
const MOST_CANTERS = 4 * MOST_AT_A_LETTER - 2;

/** How a letter lies, whichever rein and end: alike where this is. */
const lies = ({ side, y }: Letter, { lengthM }: Arena): string => {
  const fromEnd = Math.min(y, lengthM - y).toFixed(1);
  return side === 'centre'
    ? `centre ${fromEnd}`
    : side === 'left' || side === 'right'
      ? `track ${fromEnd}`
      : 'end';
};

const isCanter = (pace: string): boolean => pace.endsWith('canter');

/**
 * The transitions of one round at letters, alike ones together.
 *
 * @param free where the round may begin elsewhere as well: what it asks there is not tied to a letter
 */
export function askedIn(ride: Ride, free: string | null): Repeated[] {
  const { arena } = ride;
  const found = new Map<string, Repeated>();
  const count = (what: string, most: number) =>
    found.set(what, { what, times: (found.get(what)?.times ?? 0) + 1, most });
  for (const { from, to, letter } of transitionsAt(ride)) {
    const at = findLetter(arena, letter);
    if (!at) continue;
    if (isCanter(from) !== isCanter(to)) count(`${from}>${to}`, MOST_CANTERS);
    if (letter === free) continue;
    const alike = lettersOf(arena).filter((l) => lies(l, arena) === lies(at, arena));
    count(`${from}>${to}@${lies(at, arena)}`, mostAt(alike.length));
  }
  return [...found.values()];
}
