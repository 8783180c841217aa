import { limitsOf } from '../../gaits/horse.ts';
import type { RideSpan } from '../../ride/types.ts';
import { rule } from '../rule.ts';

export interface Bout {
  readonly seconds: number;
  readonly first: RideSpan;
  /** The span after it, if there is one. */
  readonly next: RideSpan | undefined;
}

/** Runs of collected trot and canter (and half-steps) without a forward stride between. */
export function collectedBouts(spans: readonly RideSpan[]): Bout[] {
  const bouts: Bout[] = [];
  const isCollected = (s: RideSpan) =>
    (s.gait === 'trot' || s.gait === 'canter') &&
    (s.riding.pace === 'collected' || s.riding.halfSteps);
  let first: RideSpan | null = null;
  let seconds = 0;
  spans.forEach((span, i) => {
    if (isCollected(span)) {
      first ??= span;
      seconds += span.seconds;
    }
    const next = spans[i + 1];
    if (first && (!next || !isCollected(next))) {
      bouts.push({ first, seconds, next });
      first = null;
      seconds = 0;
    }
  });
  return bouts;
}

type Facts = { seconds: number; mostS: number | null; stage: number };

/** Collected work for longer than the stage bears. */
export const collectedTooLong = rule({
  code: 'collected-too-long',
  level: 'warning',
  source: 'practice',
  teaching: true,
  check(ride) {
    const { collectedBoutS } = limitsOf(ride.horse);
    const { stage } = ride.horse;
    return collectedBouts(ride.spans)
      .filter(({ seconds }) => seconds > (collectedBoutS ?? 0) + 0.5)
      .map(({ first, seconds }) => {
        const { itemId, act } = ride.movements[first.movement]!;
        const facts = { seconds: Math.round(seconds), mostS: collectedBoutS, stage };
        return { itemId, act, at: ride.path.at(first.startM), facts };
      });
  },
  say: ({ seconds, mostS, stage }: Facts) => ({
    what: `${seconds} s of collected work without a break.`,
    why:
      mostS === null
        ? `At stage ${stage} there is no collected work yet.`
        : `At stage ${stage} a bout lasts ${mostS} s at most. Ride forward in between.`,
  }),
});
