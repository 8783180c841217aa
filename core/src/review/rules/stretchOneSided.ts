import { REINS, otherRein, type Rein } from '../../arena/rein.ts';
import { rule } from '../rule.ts';
import { isWholeLesson, isWork } from './shared.ts';

/** Less than this is no stretch on a rein. Common practice. */
const LEAST_M = 20;

type Facts = { missing: string };

/** The stretch is ridden on both reins. */
export const stretchOneSided = rule({
  code: 'stretch-one-sided',
  level: 'hint',
  source: 'practice',
  teaching: true,
  check(ride) {
    if (!isWholeLesson(ride)) return [];
    const metres: Record<Rein, number> = { left: 0, right: 0 };
    const stretches = ride.spans.filter((s) => s.riding.frame === 'stretch' && isWork(s));
    for (const span of stretches) metres[span.riding.rein] += span.lengthM;
    const there = REINS.filter((rein) => metres[rein] >= LEAST_M);
    const last = stretches.at(-1);
    if (there.length !== 1 || !last) return [];
    const { itemId, act } = ride.movements[last.movement]!;
    const facts = { missing: otherRein(there[0]!) };
    return [{ itemId, act, at: ride.path.at(last.startM), facts }];
  },
  say: ({ missing }: Facts) => ({
    what: `The stretch is ridden on one rein only.`,
    why: `Ride it on the ${missing} rein as well.`,
  }),
});
