import type { HorseProfile } from '../gaits/horse.ts';
import type { Item, Lesson } from '../lesson/document.ts';
import { rideFrom, standingAt } from '../ride/compile.ts';
import type { Ride } from '../ride/types.ts';
import { setsIn } from './marks.ts';

const changesRein = (item: Item): boolean =>
  item.kind === 'line' && item.instructions.some((i) => i.form === 'changeRein');

/** A set of a plan as it is ridden the first time, on the rein it begins on; null when it is not in the lesson. */
export function rideOfSet(lesson: Lesson, exercise: string, horse: HorseProfile): Ride | null {
  const sets = setsIn(lesson);
  const own = lesson.items.filter((item) => sets.get(item.id)?.exercise === exercise);
  const [first] = own;
  if (!first) return null;
  const begin = lesson.items.indexOf(first);
  const end = lesson.items.findIndex(
    (item, i) => i > begin && (!own.includes(item) || changesRein(item)),
  );
  const items = lesson.items.slice(begin, end < 0 ? undefined : end);
  return rideFrom(standingAt(lesson, { before: first.id }, horse), items);
}
