import { rule } from '../finding.ts';
import { actsOf, isLed } from './shared.ts';

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
});
