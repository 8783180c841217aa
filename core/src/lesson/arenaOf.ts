import { LONG_ARENA, type Arena } from '../arena/arena.ts';
import type { Lesson } from './document.ts';

/** The arena of a lesson; 20 × 60 with the usual inset when it says none. */
export function arenaOf({ arena }: Lesson): Arena {
  return arena ?? LONG_ARENA;
}
