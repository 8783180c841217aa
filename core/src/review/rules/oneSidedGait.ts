import { otherRein, type Rein } from '../../arena/rein.ts';
import { rule } from '../rule.ts';
import { isWholeLesson } from './shared.ts';

/** Less than this on one rein is not work on it. Common practice. */
const LEAST_S = 15;

type Facts = { gait: string; side: string; missing: string };

/** Trot on one rein only, or canter on one lead only. */
export const oneSidedGait = rule({
  code: 'one-sided-gait',
  level: 'warning',
  source: 'practice',
  teaching: true,
  yieldsTo: ['reins-uneven'],
  check(ride) {
    if (!isWholeLesson(ride)) return [];
    return (['trot', 'canter'] as const).flatMap((gait) => {
      const seconds = { left: 0, right: 0 };
      for (const span of ride.spans) {
        if (span.gait !== gait) continue;
        const side = gait === 'canter' ? span.riding.lead! : span.riding.rein;
        seconds[side] += span.seconds;
      }
      const side: Rein = seconds.left > seconds.right ? 'left' : 'right';
      const missing = otherRein(side);
      if (seconds[side] < 2 * LEAST_S || seconds[missing] >= LEAST_S) return [];
      return [{ itemId: null, act: -1, facts: { gait, side, missing } }];
    });
  },
  say: ({ gait, side, missing }: Facts) => ({
    what: `All ${gait} is on the ${side} ${gait === 'canter' ? 'lead' : 'rein'}.`,
    why: `Ride some on the ${missing} too.`,
  }),
});
