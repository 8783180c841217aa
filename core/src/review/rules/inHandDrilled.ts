import { rule } from '../rule.ts';
import { actsOf, isLed, oncePerAct, setParams } from './shared.ts';

/** More steps at once are pushed, not answered: the rein is given after each, and few are enough. Common practice. */
const MOST_STEPS = 4;

type Facts = { steps: number; most: number };

export const inHandDrilled = rule({
  code: 'in-hand-drilled',
  level: 'hint',
  source: 'practice',
  teaching: true,
  check(ride) {
    return oncePerAct(
      actsOf(ride).flatMap((act) => {
        const steps = Number(act.instruction?.params['steps'] ?? 0);
        if (!isLed(act) || steps <= MOST_STEPS) return [];
        const fix = setParams(`Ask for ${MOST_STEPS}`, act, { steps: MOST_STEPS });
        const facts = { steps, most: MOST_STEPS };
        return [{ itemId: act.itemId, act: act.act, at: act.from, facts, fix }];
      }),
    );
  },
  say: ({ steps, most }: Facts) => ({
    what: `${steps} steps at once.`,
    why: `Ask for ${most} at most, and give the rein after each: they are answered, not pushed.`,
  }),
});
