import type { HorseProfile } from '../gaits/horse.ts';
import type { Item, Lesson } from '../lesson/document.ts';
import { rideFrom, horseAtPoint } from '../ride/compile.ts';
import type { Ride } from '../ride/types.ts';
import { sameSet, setsIn } from './marks.ts';

export const changesRein = (item: Item): boolean =>
  item.kind === 'line' && item.instructions.some((i) => i.form === 'changeRein');

/** A set from one of its items on, as it is ridden on the rein on which that begins. */
export function rideOfPart(lesson: Lesson, begin: number, horse: HorseProfile): Ride {
  const sets = setsIn(lesson);
  const first = lesson.items[begin]!;
  const mark = sets.get(first.id)!;
  const end = lesson.items.findIndex(
    (item, i) => i > begin && (!sameSet(sets.get(item.id), mark) || changesRein(item)),
  );
  const items = lesson.items.slice(begin, end < 0 ? undefined : end);
  return rideFrom(horseAtPoint(lesson, { before: first.id }, horse), items);
}

/** A set of a plan as it is ridden the first time, on the rein it begins on; null when it is not in the lesson. */
export function rideOfSet(lesson: Lesson, exercise: string, horse: HorseProfile): Ride | null {
  const sets = setsIn(lesson);
  const begin = lesson.items.findIndex((item) => sets.get(item.id)?.exercise === exercise);
  return begin < 0 ? null : rideOfPart(lesson, begin, horse);
}
