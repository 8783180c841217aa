import { nearestLetter } from '../../arena/arena.ts';
import type { RideSpan } from '../../ride/types.ts';
import { rule, type Hit } from '../finding.ts';

/** The horse learns the place after this many times. Common practice. */
const MOST_TIMES = 3;
/** Within this distance of a letter a transition belongs to it. */
const AT_LETTER_M = 3;

const paceOf = (span: RideSpan): string =>
  span.gait === 'halt' ? 'halt' : `${span.riding.pace} ${span.gait}`;

/** The same transition at the same letter more than three times. */
export const transitionDrilled = rule({
  code: 'transition-drilled',
  level: 'warning',
  source: 'practice',
  teaching: true,
  check(ride) {
    const seen = new Map<string, number>();
    const hits: Hit<'transition-drilled'>[] = [];
    ride.spans.forEach((span, i) => {
      const before = ride.spans[i - 1];
      if (!before || paceOf(before) === paceOf(span)) return;
      const at = ride.path.at(span.startM);
      const near = nearestLetter(ride.arena, at);
      if (near.distanceM > AT_LETTER_M) return;
      const [from, to, letter] = [paceOf(before), paceOf(span), near.name];
      const key = `${from}>${to}@${letter}`;
      const times = (seen.get(key) ?? 0) + 1;
      seen.set(key, times);
      if (times !== MOST_TIMES + 1) return;
      const { itemId, act } = ride.movements[span.movement]!;
      hits.push({ itemId, act, at, facts: { from, to, letter, times } });
    });
    return hits.map((hit) => {
      const { from, to, letter } = hit.facts;
      return { ...hit, facts: { ...hit.facts, times: seen.get(`${from}>${to}@${letter}`)! } };
    });
  },
});
