import type { Exercise } from '../exercises/exercise.ts';
import type { Item, Lesson } from '../lesson/document.ts';

/**
 * A set of a lesson is an exercise of the shelf on a rung. It is marked by a comment before its first
 * line, so that it goes with the text wherever that goes:
 *
 *   `# set trot-circle 3: 15 m`
 */
export interface SetMark {
  readonly exercise: string;
  /** From 0. */
  readonly rung: number;
}

const FORM = /^\s*set ([a-z0-9-]+) (\d+)(?::|$)/;

export function setMarkIn(comments: readonly string[] | undefined): SetMark | null {
  for (const comment of comments ?? []) {
    const [, exercise, rung] = FORM.exec(comment) ?? [];
    if (exercise) return { exercise, rung: Number(rung) - 1 };
  }
  return null;
}

/** "Circle in trot, 20 m". */
export const setName = (exercise: Exercise, rung: number): string =>
  [exercise.name, exercise.rungs[rung]?.name].filter(Boolean).join(', ');

export const setComment = (exercise: Exercise, rung: number): string =>
  `# set ${exercise.id} ${rung + 1}: ${setName(exercise, rung)}`;

export const sameSet = (a: SetMark | undefined, b: SetMark): boolean =>
  a?.exercise === b.exercise && a.rung === b.rung;

/** The set that each line of a lesson belongs to: from its mark to the next mark, phase or break. */
export function setsIn(lesson: Lesson): Map<string, SetMark> {
  const found = new Map<string, SetMark>();
  let now: SetMark | null = null;
  const walk = (items: readonly Item[]) => {
    for (const item of items) {
      const mark = setMarkIn(item.before);
      const ends =
        item.kind === 'phase' ||
        (item.kind === 'line' && item.instructions.some((i) => i.form === 'walkBreak'));
      if (mark) now = mark;
      else if (ends) now = null;
      if (now) found.set(item.id, now);
      if (item.kind === 'repeat') walk(item.items);
    }
  };
  walk(lesson.items);
  return found;
}
