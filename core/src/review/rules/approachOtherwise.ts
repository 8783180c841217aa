import { rule, type Hit } from '../rule.ts';
import { isWholeLesson, isWork } from './shared.ts';

type Facts = { approach: string; says: string };

/** What the approach of the lesson says otherwise: stretch early, or no holding with a light rein. */
export const approachOtherwise = rule({
  code: 'approach-otherwise',
  level: 'hint',
  source: 'practice',
  teaching: true,
  check(ride, lesson) {
    const approach = lesson.approach?.name;
    if (!approach || !isWholeLesson(ride)) return [];
    const hits: Hit<Facts>[] = [];
    const work = ride.spans.filter(isWork);
    const stretched = work.find((s) => s.riding.frame === 'stretch');
    const collected = work.find((s) => s.riding.pace === 'collected');
    const held = work.find((s) => s.riding.connection === 'held');
    const place = (span: (typeof work)[number]) => {
      const { itemId, act } = ride.movements[span.movement]!;
      return { itemId, act, at: ride.path.at(span.startM) };
    };
    if (
      approach === 'stretch-first' &&
      collected &&
      !(stretched && stretched.startsAtS < collected.startsAtS)
    ) {
      hits.push({ ...place(collected), facts: { approach, says: 'stretch before collection' } });
    }
    if (approach === 'light-rein' && held) {
      hits.push({ ...place(held), facts: { approach, says: 'shoulders before the rein' } });
    }
    return hits;
  },
  say: ({ approach, says }: Facts) => ({
    what: `“${approach.replace('-', ' ')}” says: ${says}.`,
    why: 'Change the order, or the approach of this lesson.',
  }),
});
