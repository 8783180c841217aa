import { rule } from '../rule.ts';
import { actsOf, isLed, oncePerAct } from './shared.ts';

/** Two calls closer than this cannot both be heard and ridden. Common practice. */
const LEAST_S = 3;

type Facts = { first: string; second: string; seconds: number };

/** Two movements, each of them ridden, with too little time between their calls. */
export const callTooShort = rule({
  code: 'call-too-short',
  level: 'hint',
  source: 'practice',
  check(ride) {
    const acts = actsOf(ride);
    return oncePerAct(
      acts.slice(1).flatMap((act, i) => {
        const before = acts[i]!;
        const apart = act.startsAtS - before.startsAtS;
        // What is said in one line, or begins at the same place, is one call; in hand nobody is called to.
        const oneCall = act.itemId === before.itemId || apart < 0.3 || isLed(before);
        if (oneCall || apart >= LEAST_S) return [];
        const facts = {
          first: before.text,
          second: act.text,
          seconds: Math.round(apart * 10) / 10,
        };
        return [{ itemId: act.itemId, act: act.act, at: act.from, facts }];
      }),
    );
  },
  say: ({ first, second, seconds }: Facts) => ({
    what: `Only ${seconds} s between “${first}” and “${second}”.`,
    why: 'Both cannot be called in time: say them as one, or move one of them on.',
  }),
});
