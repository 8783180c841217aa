import { rule } from '../rule.ts';
import { inMetres } from '../wording.ts';
import { actsOf, oncePerAct, turnedBetween } from './shared.ts';

/** A straight line of at least this before a halt. Common practice. */
const LINE_M = 3;

type Facts = { lineM: number };

/** A halt out of a turn cannot be straight. */
export const haltOffLine = rule({
  code: 'halt-off-line',
  level: 'hint',
  source: 'practice',
  check(ride) {
    return oncePerAct(
      actsOf(ride)
        .filter(({ kind, startM }) => kind === 'halt' && startM > 0)
        .filter(
          (act) => turnedBetween(ride, Math.max(0, act.startM - LINE_M), act.startM).total > 0.1,
        )
        .map((act) => ({
          itemId: act.itemId,
          act: act.act,
          at: act.from,
          facts: { lineM: LINE_M },
        })),
    );
  },
  say: ({ lineM }: Facts) => ({
    what: 'This halt comes straight out of a turn.',
    why: `With at least ${inMetres(lineM)} of straight line before it, it can be square.`,
  }),
});
