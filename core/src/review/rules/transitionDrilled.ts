import { MOST_AT_A_LETTER, transitionKey, transitionsAt } from '../../ride/transitions.ts';
import { rule, type Hit } from '../rule.ts';

type Facts = { from: string; to: string; letter: string; times: number };

/** The same transition at the same letter more than three times. */
export const transitionDrilled = rule({
  code: 'transition-drilled',
  level: 'warning',
  source: 'practice',
  teaching: true,
  check(ride) {
    const seen = new Map<string, number>();
    const hits: Hit<Facts>[] = [];
    for (const transition of transitionsAt(ride)) {
      const { from, to, letter, span, at } = transition;
      const key = transitionKey(transition);
      const times = (seen.get(key) ?? 0) + 1;
      seen.set(key, times);
      if (times !== MOST_AT_A_LETTER + 1) continue;
      const { itemId, act } = ride.movements[span.movement]!;
      hits.push({ itemId, act, at, facts: { from, to, letter, times } });
    }
    return hits.map((hit) => ({
      ...hit,
      facts: { ...hit.facts, times: seen.get(transitionKey(hit.facts))! },
    }));
  },
  say: ({ from, to, letter, times }: Facts) => ({
    what: `From ${from} to ${to} at ${letter}, ${times} times.`,
    why: 'After three times the horse learns the place instead of the aid. Ask for it elsewhere.',
  }),
});
