import { DEFAULT_INSET_M, type Arena } from '../arena/arena.ts';
import type { Lesson } from './document.ts';

/** The arena of a lesson; 20 × 60 with the usual inset when it says none. */
export function arenaOf({ arena }: Lesson): Arena {
  return {
    widthM: arena?.widthM ?? 20,
    lengthM: arena?.lengthM ?? 60,
    insetM: arena?.insetM ?? DEFAULT_INSET_M,
  };
}
