import { rule } from '../rule.ts';
import { actsOf, oncePerAct } from './shared.ts';

/** Canter to halt wants collection. Common practice. */
const FROM = 6;

type Facts = { stage: number; from: number };

/** A halt straight out of the canter, before the horse can carry it. */
export const haltFromCanterEarly = rule({
  code: 'halt-from-canter-early',
  level: 'warning',
  source: 'practice',
  check(ride) {
    const { stage } = ride.horse;
    if (stage >= FROM) return [];
    return oncePerAct(
      actsOf(ride).flatMap((act) => {
        if (act.kind !== 'halt') return [];
        const own = ride.spans.findIndex((s) => s.movement === act.index);
        const before = ride.spans.slice(0, Math.max(0, own)).findLast((s) => s.lengthM > 0);
        if (before?.gait !== 'canter') return [];
        return [{ itemId: act.itemId, act: act.act, at: act.from, facts: { stage, from: FROM } }];
      }),
    );
  },
  say: ({ stage, from }: Facts) => ({
    what: `Canter to halt belongs to stage ${from}; this horse is at stage ${stage}.`,
    why: 'Come back through trot or walk, so that it does not fall on the forehand.',
  }),
});
