import type { Rein } from '../arena/rein.ts';
import type { Lesson } from '../lesson/document.ts';
import { standing, type Observation } from '../observations/observation.ts';
import type { SetNext } from '../book/next.ts';
import { sameSet, setsIn, type SetId } from './marks.ts';
import type { Done } from './request.ts';

/** How each set of a ridden lesson went, from the tries of its lines. A set without a try was still ridden. */
export function doneIn(
  date: string,
  lesson: Lesson,
  seen: readonly Observation[],
  decided: readonly SetNext[] = [],
): Done[] {
  const sets = setsIn(lesson);
  const done = new Map<string, Done>();
  const add = ({ exercise, rung }: SetId, ridden?: { rein: Rein; good: boolean }) => {
    const key = `${exercise}/${rung}`;
    const known = done.get(key) ?? { date, exercise, rung, good: 0, lost: 0 };
    if (!ridden) return done.set(key, known);
    const [good, lost] = ridden.good ? [1, 0] : [0, 1];
    const tries = [...(known.tries ?? []), ridden];
    return done.set(key, { ...known, good: known.good + good, lost: known.lost + lost, tries });
  };
  for (const set of sets.values()) add(set);
  const tries = standing(seen).flatMap((o) => (o.kind === 'try' ? [o] : []));
  for (const { itemId, rein, result } of tries.sort((a, b) => (a.at < b.at ? -1 : 1))) {
    const set = sets.get(itemId);
    if (set) add(set, { rein, good: result === 'good' });
  }
  return [...done.values()].map((d) => {
    const own = decided.find((n) => sameSet(n, d));
    return own ? { ...d, next: own.next } : d;
  });
}
