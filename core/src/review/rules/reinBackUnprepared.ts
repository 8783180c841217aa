import { rule } from '../rule.ts';
import { actsOf, oncePerAct } from './shared.ts';

/** Rein back only from a halt that was held. */
export const reinBackUnprepared = rule({
  code: 'rein-back-unprepared',
  level: 'warning',
  source: 'practice',
  check(ride) {
    return oncePerAct(
      actsOf(ride)
        .filter(({ kind }) => kind === 'rein-back')
        .filter((act) => ride.spans.find((s) => s.movement === act.index) !== undefined)
        .filter((act) => {
          const first = ride.spans.findIndex((s) => s.movement === act.index);
          return ride.spans[first - 1]?.gait !== 'halt';
        })
        .map((act) => ({ itemId: act.itemId, act: act.act, at: act.from, facts: {} })),
    );
  },
  say: () => ({
    what: 'The rein back does not come out of a halt.',
    why: 'Halt first, wait until the horse stands square and soft, then ask.',
  }),
});
