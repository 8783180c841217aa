import { rule } from '../rule.ts';
import { actsOf, oncePerAct } from './shared.ts';

/** So many in a row are work for the back. Common practice. */
const MANY = 4;

type Facts = { times: number };

/** After a row of transitions the horse is let stretch, or given the rein. */
export const noStretchAfterTransitions = rule({
  code: 'no-stretch-after-transitions',
  level: 'hint',
  source: 'practice',
  teaching: true,
  check(ride) {
    return oncePerAct(
      actsOf(ride).flatMap((act) => {
        const times = act.instruction?.times ?? 1;
        if (act.kind !== 'transitions' || times < MANY) return [];
        const own = ride.spans.findLastIndex((s) => s.movement === act.index);
        const rests = ride.spans
          .slice(own + 1)
          .some(({ riding: { frame } }) => frame === 'stretch' || frame === 'long-rein');
        if (own < 0 || rests) return [];
        return [{ itemId: act.itemId, act: act.act, at: act.to, facts: { times } }];
      }),
    );
  },
  say: ({ times }: Facts) => ({
    what: `Nothing lets the horse stretch after these ${times} transitions.`,
    why: 'Let the neck out afterwards: it shows whether they came through the back.',
  }),
});
