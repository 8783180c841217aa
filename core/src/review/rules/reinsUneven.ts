import type { Rein } from '../../arena/rein.ts';
import { rule } from '../rule.ts';
import { isWholeLesson, isWork } from './shared.ts';

/** Never less than a third on either rein. Common practice. */
const MOST_SHARE = 2 / 3;

type Facts = { rein: Rein; sharePercent: number };

/**
 * One rein has much more of the work than the other. Trot and canter are the work; where a lesson
 * has neither, walk is. Breaks on a long rein and halts do not count.
 */
export const reinsUneven = rule({
  code: 'reins-uneven',
  level: 'warning',
  source: 'practice',
  teaching: true,
  check(ride) {
    if (!isWholeLesson(ride)) return [];
    const working = ride.spans.some(isWork)
      ? ride.spans.filter(isWork)
      : ride.spans.filter((s) => s.lengthM > 0 && s.riding.frame !== 'long-rein');
    const seconds = { left: 0, right: 0 };
    for (const span of working) seconds[span.riding.rein] += span.seconds;
    const total = seconds.left + seconds.right;
    const rein: Rein = seconds.left > seconds.right ? 'left' : 'right';
    if (total === 0 || seconds[rein] / total <= MOST_SHARE + 1e-9) return [];
    const sharePercent = Math.round((100 * seconds[rein]) / total);
    return [{ itemId: null, act: -1, facts: { rein, sharePercent } }];
  },
  say: ({ rein, sharePercent }: Facts) => ({
    what: `${sharePercent} % of the work is on the ${rein} rein.`,
    why: 'Neither rein should have less than a third.',
  }),
});
