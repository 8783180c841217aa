import type { Lesson } from '../lesson/document.ts';
import { standing, type Observation } from '../observations/observation.ts';
import type { SetNext } from '../observations/next.ts';
import { sameSet, setsIn } from './marks.ts';
import type { Done } from './request.ts';

/** What the sets of a ridden lesson came to, from the tries of their lines. A set without a try was still ridden. */
export function doneIn(
  date: string,
  lesson: Lesson,
  seen: readonly Observation[],
  decided: readonly SetNext[] = [],
): Done[] {
  const sets = setsIn(lesson);
  const done = new Map<string, Done>();
  const add = (exercise: string, rung: number, good: number, lost: number) => {
    const key = `${exercise}/${rung}`;
    const known = done.get(key) ?? { date, exercise, rung, good: 0, lost: 0 };
    done.set(key, { ...known, good: known.good + good, lost: known.lost + lost });
  };
  for (const { exercise, rung } of sets.values()) add(exercise, rung, 0, 0);
  for (const o of standing(seen)) {
    if (o.kind !== 'try') continue;
    const mark = sets.get(o.itemId);
    if (mark)
      add(mark.exercise, mark.rung, o.result === 'good' ? 1 : 0, o.result === 'lost' ? 1 : 0);
  }
  return [...done.values()].map((d) => {
    const own = decided.find((n) => sameSet(n, d));
    return own ? { ...d, next: own.next } : d;
  });
}
