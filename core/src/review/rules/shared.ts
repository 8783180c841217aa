import type { Instruction, Lesson } from '../../lesson/document.ts';
import { replaceItem } from '../../lesson/edits.ts';
import type { Ride } from '../../ride/types.ts';

/** Shorter rides are fragments or tests; what a whole lesson needs is not asked of them. */
const WHOLE_LESSON_S = 10 * 60;

/** The lesson's length: as ridden, or as its phases plan it when that is more. */
export function lessonSeconds(ride: Ride): number {
  const planned = ride.phases.reduce((sum, p) => sum + Math.max(p.plannedS ?? 0, p.seconds), 0);
  return Math.max(planned, ride.totals.seconds);
}

export const isWholeLesson = (ride: Ride): boolean => lessonSeconds(ride) >= WHOLE_LESSON_S;

/** Changes one instruction of a line. */
export function editInstruction(
  lesson: Lesson,
  itemId: string,
  act: number,
  change: (instruction: Instruction) => Instruction,
): Lesson {
  return replaceItem(lesson, itemId, (item) => {
    if (item.kind !== 'line') return [item];
    return [
      { ...item, instructions: item.instructions.map((i, k) => (k === act ? change(i) : i)) },
    ];
  });
}

/** One hit for each act of a line, however often it is ridden. */
export function oncePerAct<T extends { itemId: string | null; act: number }>(
  hits: readonly T[],
): T[] {
  const seen = new Set<string>();
  return hits.filter((hit) => {
    const key = `${hit.itemId}/${hit.act}`;
    return seen.has(key) ? false : seen.add(key);
  });
}
