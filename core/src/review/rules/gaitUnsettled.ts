import { kindsThat } from '../../lesson/forms.ts';
import { rule } from '../rule.ts';
import { named } from '../wording.ts';
import { actsOf, oncePerAct } from './shared.ts';

/** Strides of the new gait before something is asked of it. Common practice. */
const SETTLE_STRIDES = 6;
/** So long an interruption is part of the work: a halt, a simple change. Common practice. */
const SHORT_S = 6;
const ASKED = kindsThat((form) => form.inSettledGait);

type Facts = { kind: string; gait: string; strides: number; least: number };

/** Something hard that begins before the new gait has settled. */
export const gaitUnsettled = rule({
  code: 'gait-unsettled',
  level: 'warning',
  source: 'practice',
  teaching: true,
  check(ride) {
    return oncePerAct(
      actsOf(ride)
        .filter(({ kind }) => ASKED.has(kind))
        .flatMap((act) => {
          const first = ride.spans.find((s) => s.movement === act.index && s.lengthM > 0);
          const from = first
            ? ride.spans.indexOf(first)
            : ride.spans.findIndex((s) => s.startM >= act.startM);
          const gait = act.gait;
          let strides = 0;
          let changed = false;
          for (let i = from - 1; i >= 0 && !changed; i--) {
            const span = ride.spans[i]!;
            // A halt or a few steps between do not unsettle what was there before.
            if (span.gait === gait) strides += span.strides;
            else if (span.seconds > SHORT_S) changed = true;
          }
          // A lesson that begins in the gait has had its time before.
          if (!changed || strides >= SETTLE_STRIDES) return [];
          const facts = {
            kind: act.kind,
            gait,
            strides: Math.floor(strides),
            least: SETTLE_STRIDES,
          };
          return [{ itemId: act.itemId, act: act.act, at: act.from, facts }];
        }),
    );
  },
  say: ({ kind, gait, strides, least }: Facts) => ({
    what: `The ${named(kind)} comes after only ${strides} strides of ${gait}.`,
    why: `Let the ${gait} settle for at least ${least} strides before asking.`,
  }),
});
