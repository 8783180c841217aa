import type { Rein } from '../../arena/rein.ts';
import { kindsThat } from '../../lesson/forms.ts';
import { rule } from '../rule.ts';
import { named } from '../wording.ts';
import { actsOf, oncePerAct, spansOf } from './shared.ts';

const HARD = kindsThat((form) => form.hard === 'carried');
const STRAIGHTENING = kindsThat((form) => form.straightens);
/** Common practice. */
const TIMES = 3;

type Facts = {
  kind: string;
  side: string | null;
  there: number;
  wanted: number;
};

/** After a hard try that may let the quarters slip come three shoulder-ins on that side. */
export const hardWithoutShoulderIn = rule({
  code: 'hard-without-shoulder-in',
  level: 'hint',
  source: 'practice',
  teaching: true,
  check(ride) {
    const acts = actsOf(ride);
    const bendOf = (index: number): Rein | null =>
      spansOf(ride, index).find((s) => s.riding.lateral)?.riding.lateral?.bend ?? null;
    return oncePerAct(
      acts.flatMap((act, i) => {
        if (!HARD.has(act.kind)) return [];
        // Several tries in a row are followed by them once.
        const next = acts.slice(i + 1).findIndex((a) => HARD.has(a.kind));
        const after = acts.slice(i + 1).filter((a) => STRAIGHTENING.has(a.kind));
        const turned = act.instruction?.params['side'] as Rein | undefined;
        // Half-steps turn to no side: the crooked one, or either.
        const side = turned ?? ride.horse.hollowSide ?? null;
        const there = after.filter((a) => side === null || bendOf(a.index) === side);
        if (there.length >= TIMES || (next >= 0 && next < TIMES)) return [];
        const facts = { kind: act.kind, side, there: there.length, wanted: TIMES };
        return [{ itemId: act.itemId, act: act.act, at: act.to, facts }];
      }),
    );
  },
  say: ({ kind, side, there, wanted }: Facts) => ({
    what:
      there === 0
        ? `No shoulder-in follows the ${named(kind)}.`
        : `Only ${there === 1 ? 'one shoulder-in follows' : `${there} shoulder-ins follow`} the ${named(kind)}.`,
    why: `Ride ${wanted === 3 ? 'three' : wanted} ${side ? `on the ${side} rein` : 'on the crooked side'}: they put the quarters back under the horse.`,
  }),
});
