import { rule } from '../rule.ts';
import { isLed } from './shared.ts';

/** Work in hand comes before mounting: after something was ridden, somebody has to get off for it. */
export const inHandLate = rule({
  code: 'in-hand-late',
  level: 'hint',
  source: 'practice',
  teaching: true,
  check({ movements }) {
    const ridden = movements.findIndex((m) => !isLed(m) && m.metres > 0);
    const late = movements.find((m, i) => ridden >= 0 && i > ridden && m.act >= 0 && isLed(m));
    return late ? [{ itemId: late.itemId, act: late.act, at: late.from, facts: {} }] : [];
  },
  say: () => ({
    what: 'This is done from the ground, after riding has begun.',
    why: 'Do it before mounting, or get off for it and say so in a note.',
  }),
});
