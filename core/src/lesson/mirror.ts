import { findLetter, lettersOf, type Arena, type Side } from '../arena/arena.ts';
import { otherRein } from '../arena/rein.ts';
import { arenaOf } from './arenaOf.ts';
import type { Item, Lesson } from './document.ts';
import { relabelItem, relabelLesson, type Relabelling } from './relabel.ts';

const ACROSS: Readonly<Record<Side, Side>> = {
  left: 'right',
  right: 'left',
  A: 'A',
  C: 'C',
  centre: 'centre',
};
const OPPOSITE: Readonly<Record<Side, Side>> = { ...ACROSS, A: 'C', C: 'A' };

/** The letter at a side and a distance from A's short side, or the name itself where there is none. */
const letterAt = (arena: Arena, name: string, side: Side, y: number): string =>
  lettersOf(arena).find((l) => l.side === side && Math.abs(l.y - y) < 1e-6)?.name ?? name;

const mirrored = (arena: Arena): Relabelling => ({
  side: otherRein,
  letter(name) {
    const letter = findLetter(arena, name);
    return letter ? letterAt(arena, name, ACROSS[letter.side], letter.y) : name;
  },
});

/** The same lesson seen in a mirror: left for right, and each letter for the one across. */
export function mirrorLesson(lesson: Lesson): Lesson {
  return relabelLesson(lesson, mirrored(arenaOf(lesson)));
}

/** One line or block of a lesson as it is ridden on the other rein. */
export function mirrorItem(item: Item, arena: Arena): Item {
  return relabelItem(item, mirrored(arena));
}

/**
 * The same lesson from the other end: A for C, on the same rein. It is a half turn of the picture,
 * not a mirror image; mirrored as well, it is the reflection of one end in the other.
 */
export function flipLesson(lesson: Lesson): Lesson {
  const arena = arenaOf(lesson);
  return relabelLesson(lesson, {
    side: (side) => side,
    letter(name) {
      const letter = findLetter(arena, name);
      return letter ? letterAt(arena, name, OPPOSITE[letter.side], arena.lengthM - letter.y) : name;
    },
  });
}
