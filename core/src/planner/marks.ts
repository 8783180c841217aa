import type { Exercise } from '../exercises/exercise.ts';
import type { Item, Lesson, SetMark } from '../lesson/document.ts';

/** A set of a lesson: an exercise of the shelf on a rung, from 0. */
export type SetId = Pick<SetMark, 'exercise' | 'rung'>;

const IN_A_COMMENT = /^\s*set ([a-z0-9-]+) (\d+)(?::|$)/;

interface Marked {
  readonly set?: SetMark | undefined;
  readonly before?: readonly string[] | undefined;
}

/** The set that begins with an item; in a lesson that was kept long ago it stands in a comment. */
export function setOf({ set, before = [] }: Marked): SetId | null {
  if (set) return { exercise: set.exercise, rung: set.rung };
  for (const comment of before) {
    const [, exercise, rung] = IN_A_COMMENT.exec(comment) ?? [];
    if (exercise) return { exercise, rung: Number(rung) - 1 };
  }
  return null;
}

/** "Circle in trot, 20 m". */
export const setName = (exercise: Exercise, rung: number): string =>
  [exercise.name, exercise.rungs[rung]?.name].filter(Boolean).join(', ');

/** The mark of a set at its first line; of a further round without its name, where it follows the one before. */
export const setMarkOf = (exercise: Exercise, rung: number, round = 1, named = true): SetMark => ({
  exercise: exercise.id,
  rung,
  ...(round > 1 && { round }),
  ...(named && { name: setName(exercise, rung) }),
});

export const sameSet = (a: SetId | undefined, b: SetId): boolean =>
  a?.exercise === b.exercise && a.rung === b.rung;

/** The set that each line of a lesson belongs to: from its mark to the next mark, phase or break. */
export function setsIn(lesson: Lesson): Map<string, SetId> {
  const found = new Map<string, SetId>();
  let now: SetId | null = null;
  const walk = (items: readonly Item[]) => {
    for (const item of items) {
      const mark = setOf(item);
      const ends =
        item.kind === 'phase' ||
        (item.kind === 'line' && item.instructions.some((i) => i.form === 'walkBreak'));
      // A further round of a set belongs to what stands already.
      if (mark) now = now && sameSet(now, mark) ? now : mark;
      else if (ends) now = null;
      if (now) found.set(item.id, now);
      if (item.kind === 'repeat') walk(item.items);
    }
  };
  walk(lesson.items);
  return found;
}
