import { rule, type Hit } from '../rule.ts';
import { inMetres } from '../wording.ts';
import { oncePerAct, setParams } from './shared.ts';

/** A stretch is easier on a line and on large circles. Common practice. */
const LEAST_M = 15;

type Facts = { diameterM: number; leastM: number };

/** A stretch asked on a small circle. */
export const stretchTooSmall = rule({
  code: 'stretch-too-small',
  level: 'hint',
  source: 'practice',
  check(ride) {
    const hits: Hit<Facts>[] = [];
    for (const span of ride.spans) {
      const movement = ride.movements[span.movement]!;
      const diameterM = movement.instruction?.params['diameterM'];
      if (span.riding.frame !== 'stretch' || span.lengthM === 0) continue;
      if (typeof diameterM !== 'number' || diameterM >= LEAST_M) continue;
      const { itemId, act } = movement;
      const fix = setParams('Make it 20 m', movement, { diameterM: 20 });
      hits.push({
        itemId,
        act,
        at: ride.path.at(span.startM),
        facts: { diameterM, leastM: LEAST_M },
        fix,
      });
    }
    return oncePerAct(hits);
  },
  say: ({ diameterM, leastM }: Facts) => ({
    what: `A stretch on a circle of ${inMetres(diameterM)} is hard to keep in balance.`,
    why: `Ask for it on a line, or on a circle from ${inMetres(leastM)}.`,
  }),
});
