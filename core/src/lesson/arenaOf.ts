import { LONG_ARENA, type Arena } from '../arena/arena.ts';
import type { Lesson } from './document.ts';

/** The arena of a lesson, without the notes at its line; 20 × 60 with the usual inset when it says none. */
export function arenaOf({ arena }: Lesson): Arena {
  if (!arena) return LONG_ARENA;
  const { widthM, lengthM, insetM } = arena;
  return { widthM, lengthM, insetM };
}
