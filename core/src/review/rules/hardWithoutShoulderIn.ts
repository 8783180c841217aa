import { rule } from '../finding.ts';
import { actsOf, oncePerAct } from './shared.ts';

const HARD = ['canter-pirouette', 'working-pirouette', 'half-steps'];
/** How many acts later the shoulder-in may come. Common practice. */
const WITHIN = 4;

/** After a hard try that may let the quarters slip come shoulder-ins on that side. */
export const hardWithoutShoulderIn = rule({
  code: 'hard-without-shoulder-in',
  level: 'hint',
  source: 'practice',
  check(ride) {
    const acts = actsOf(ride);
    return oncePerAct(
      acts.flatMap((act, i) => {
        if (!HARD.includes(act.kind)) return [];
        const after = acts.slice(i + 1, i + 1 + WITHIN);
        if (after.some(({ kind }) => kind === 'shoulder-in' || kind === 'shoulder-fore')) return [];
        return [{ itemId: act.itemId, act: act.act, at: act.to, facts: { kind: act.kind } }];
      }),
    );
  },
});
