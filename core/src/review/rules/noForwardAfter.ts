import { rule } from '../rule.ts';
import { collectedBouts } from './collectedTooLong.ts';

/** A bout this short needs no answer. Common practice. */
const SHORT_S = 8;
const FORWARD = ['working', 'lengthened', 'medium', 'extended', 'free'];

type Facts = { seconds: number };

/** After collected work the horse goes forward, or rests on a long rein. */
export const noForwardAfter = rule({
  code: 'no-forward-after',
  level: 'hint',
  source: 'practice',
  teaching: true,
  check(ride) {
    return collectedBouts(ride.spans)
      .filter(({ seconds, next }) => {
        const answered = next && next.gait !== 'halt' && FORWARD.includes(next.riding.pace);
        return seconds >= SHORT_S && !answered;
      })
      .map(({ first, seconds }) => {
        const { itemId, act } = ride.movements[first.movement]!;
        return {
          itemId,
          act,
          at: ride.path.at(first.startM),
          facts: { seconds: Math.round(seconds) },
        };
      });
  },
  say: ({ seconds }: Facts) => ({
    what: `Nothing forward follows these ${seconds} s of collected work.`,
    why: 'Each bout is answered by working or medium strides, or by a long rein.',
  }),
});
