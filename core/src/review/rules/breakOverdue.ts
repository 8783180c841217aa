import { breakEveryS } from '../../gaits/horse.ts';
import { rule, type Hit } from '../rule.ts';
import { addBefore, isWork } from './shared.ts';

/** A walk of this length on a long rein is a break. Common practice. */
const BREAK_S = 45;

/** So much over is not worth a word, and reads as the same number of minutes. */
const GRACE_S = 30;

type Facts = { minutes: number; mostMin: number };

/** Work for longer than the stage allows without a break of walk. */
export const breakOverdue = rule({
  code: 'break-overdue',
  level: 'warning',
  source: 'practice',
  teaching: true,
  check(ride) {
    const { horse } = ride;
    const mostS = breakEveryS(horse);
    const hits: Hit<Facts>[] = [];
    let since = 0;
    let walked = 0;
    let told = false;
    let movement = -1;
    let sinceAtStart = 0;
    for (const span of ride.spans) {
      if (span.movement !== movement) [movement, sinceAtStart] = [span.movement, since];
      if (!isWork(span)) {
        walked += span.seconds;
        if (walked >= BREAK_S) [since, told] = [0, false];
        continue;
      }
      walked = 0;
      since += span.seconds;
      if (since <= mostS + GRACE_S || told) continue;
      told = true;
      const { itemId, act, seconds } = ride.movements[span.movement]!;
      // A line that is too long by itself is not helped by a break before it.
      const helps = seconds <= mostS && sinceAtStart > 0;
      const fix = addBefore('Add a walk break', itemId, {
        instructions: [{ form: 'walkBreak', params: { lasts: 120 } }],
      });
      const facts = { minutes: Math.round(since / 60), mostMin: Math.round(mostS / 60) };
      hits.push({ itemId, act, at: ride.path.at(span.startM), facts, ...(helps && { fix }) });
    }
    return hits;
  },
  say: ({ minutes, mostMin }: Facts) => ({
    what: `${minutes} min of work without a break of walk.`,
    why: `This horse should walk on a long rein at least every ${mostMin} min.`,
  }),
});
