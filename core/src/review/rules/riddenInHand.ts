import { rule } from '../rule.ts';
import { actsOf, isLed } from './shared.ts';

type Facts = { text: string };

/** The phase in hand comes before mounting: what it holds is led. */
export const riddenInHand = rule({
  code: 'ridden-in-hand',
  level: 'warning',
  source: 'practice',
  teaching: true,
  check(ride) {
    const ridden = actsOf(ride).find((m) => m.phase === 'in-hand' && m.metres > 0 && !isLed(m));
    if (!ridden) return [];
    const { itemId, act, from, text } = ridden;
    return [{ itemId, act, at: from, facts: { text } }];
  },
  say: ({ text: movement }: Facts) => ({
    what: `“${movement}” is ridden, and nobody is mounted yet.`,
    why: 'Begin the warm-up before it, or write it as “in hand …”.',
  }),
});
