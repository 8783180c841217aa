import { LEARNED_FROM, type Learned } from '../../gaits/stages.ts';
import { rule } from '../finding.ts';
import { actsOf, oncePerAct } from './shared.ts';

/** Work that belongs to a later stage. */
export const notYet = rule({
  code: 'not-yet',
  level: 'warning',
  source: 'practice',
  check(ride) {
    const { stage } = ride.horse;
    return oncePerAct(
      actsOf(ride).flatMap((act) => {
        const from = LEARNED_FROM[act.kind as Learned];
        if (from === undefined || from <= stage) return [];
        return [
          {
            itemId: act.itemId,
            act: act.act,
            at: act.from,
            facts: { kind: act.kind, from, stage },
          },
        ];
      }),
    );
  },
});
