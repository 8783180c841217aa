import { rule } from '../rule.ts';
import { isLed } from './shared.ts';

/** In hand for 3–8 minutes: it asks much of a horse, and of the one who leads. Common practice. */
const MOST_S = 8 * 60;
const GRACE_S = 30;

type Facts = { minutes: number; mostMin: number };

export const inHandTooLong = rule({
  code: 'in-hand-too-long',
  level: 'hint',
  source: 'practice',
  teaching: true,
  check(ride) {
    const led = ride.movements.filter(isLed);
    const seconds = led.reduce((sum, m) => sum + m.seconds, 0);
    if (seconds <= MOST_S + GRACE_S) return [];
    const facts = { minutes: Math.round(seconds / 60), mostMin: MOST_S / 60 };
    return [{ itemId: led.at(-1)!.itemId, act: led.at(-1)!.act, facts }];
  },
  say: ({ minutes, mostMin }: Facts) => ({
    what: `${minutes} min in hand.`,
    why: `${mostMin} min are plenty: it asks much of the horse, and of you.`,
  }),
});
