import { rule } from '../rule.ts';
import { isWholeLesson } from './shared.ts';

/** Minutes of easy work before collection. Common practice. */
const EASY_MIN = 8;

const WARM_UPS: readonly string[] = ['warm-up', 'loosening'];
/** Collection begins here. Common practice. */
const COLLECTS_FROM = 5;

type Facts = { minutes: number; easyMin: number };

/** Collected trot or canter before the horse is warm. */
export const coldCollection = rule({
  code: 'cold-collection',
  level: 'warning',
  source: 'practice',
  teaching: true,
  check(ride) {
    if (!isWholeLesson(ride)) return [];
    const first = ride.spans.find(
      (s) => (s.gait === 'trot' || s.gait === 'canter') && s.riding.pace === 'collected',
    );
    if (!first) return [];
    // A warm-up phase counts with its planned time: not all of it is written down.
    const { phaseIndex } = ride.movements[first.movement]!;
    // A horse that is past it may collect at the end of its own warm-up.
    const own = ride.phases[phaseIndex];
    const warmsUp = own !== undefined && WARM_UPS.includes(own.name);
    const through = warmsUp && ride.horse.stage >= COLLECTS_FROM ? phaseIndex + 1 : phaseIndex;
    const planned = ride.phases
      .slice(0, Math.max(0, through))
      .reduce((sum, p) => sum + Math.max(0, (p.plannedS ?? 0) - p.seconds), 0);
    const minutes = (first.startsAtS + planned) / 60;
    if (minutes >= EASY_MIN) return [];
    const { itemId, act } = ride.movements[first.movement]!;
    return [
      {
        itemId,
        act,
        at: ride.path.at(first.startM),
        facts: { minutes: Math.floor(minutes), easyMin: EASY_MIN },
      },
    ];
  },
  say: ({ minutes, easyMin }: Facts) => ({
    what: `Collection is asked after ${minutes} min.`,
    why: `Give at least ${easyMin} min of easy work first.`,
  }),
});
