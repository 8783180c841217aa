import { turnSign } from '../../arena/rein.ts';
import { rule } from '../rule.ts';
import { actsOf, oncePerAct, setParams, spansOf, turnedBetween } from './shared.ts';

/** Bend is taken from a corner or circle this close before. Common practice. */
const BEFORE_M = 12;
const LEAST_RAD = Math.PI / 4;

type Facts = { bend: string };

/** Shoulder-in that begins without a corner or circle to the same side before it. */
export const shoulderInUnbent = rule({
  code: 'shoulder-in-unbent',
  level: 'hint',
  source: 'practice',
  check(ride) {
    return oncePerAct(
      actsOf(ride)
        .filter(({ kind }) => kind === 'shoulder-in')
        .flatMap((act) => {
          const bend = spansOf(ride, act.index).find((s) => s.riding.lateral)?.riding.lateral?.bend;
          if (!bend) return [];
          const { net } = turnedBetween(ride, Math.max(0, act.startM - BEFORE_M), act.startM);
          if (net * turnSign(bend) >= LEAST_RAD) return [];
          const said = act.instruction?.params['side'];
          const fix =
            said && said !== act.rein
              ? setParams(`Bend to the ${act.rein}`, act, { side: act.rein })
              : null;
          return [
            {
              itemId: act.itemId,
              act: act.act,
              at: act.from,
              facts: { bend },
              ...(fix && { fix }),
            },
          ];
        }),
    );
  },
  say: ({ bend }: Facts) => ({
    what: `Nothing bends the horse to the ${bend} before this shoulder-in.`,
    why: 'Take the bend from a corner or a 10 m circle just before it.',
  }),
});
