import { rule, type Hit } from '../rule.ts';

/** Longer than this the steps lose their march. Common practice. */
const MOST_S = 60;

type Facts = { seconds: number; mostS: number };

/** Collected walk for so long that the horse stops marching. */
export const collectedWalkTooLong = rule({
  code: 'collected-walk-too-long',
  level: 'hint',
  source: 'practice',
  teaching: true,
  check(ride) {
    const hits: Hit<Facts>[] = [];
    let seconds = 0;
    let first: (typeof ride.spans)[number] | null = null;
    ride.spans.forEach((span, i) => {
      const collects = (s: typeof span | undefined) =>
        s !== undefined && s.gait === 'walk' && s.riding.pace === 'collected';
      if (!collects(span)) return;
      first ??= span;
      seconds += span.seconds;
      if (collects(ride.spans[i + 1])) return;
      if (seconds > MOST_S) {
        const { itemId, act } = ride.movements[first.movement]!;
        const facts = { seconds: Math.round(seconds), mostS: MOST_S };
        hits.push({ itemId, act, at: ride.path.at(first.startM), facts });
      }
      [first, seconds] = [null, 0];
    });
    return hits;
  },
  say: ({ seconds, mostS }: Facts) => ({
    what: `${seconds} s of collected walk in one go.`,
    why: `After ${mostS} s the steps lose their march. Walk on in between.`,
  }),
});
