import { rule } from '../rule.ts';
import { isWholeLesson, isWork } from './shared.ts';

/** A stretch belongs to the last part of the work. Common practice. */
const LAST_SHARE = 0.4;

/** No stretch towards the end of the work. */
export const stretchMissing = rule({
  code: 'stretch-missing',
  level: 'hint',
  source: 'practice',
  teaching: true,
  check(ride) {
    const work = ride.spans.filter(isWork);
    const last = work.at(-1);
    if (!isWholeLesson(ride) || !last) return [];
    const from = work[0]!.startsAtS;
    const end = last.startsAtS + last.seconds;
    const stretched = work.some(
      (s) =>
        s.riding.frame === 'stretch' && s.startsAtS + s.seconds > end - LAST_SHARE * (end - from),
    );
    return stretched ? [] : [{ itemId: null, act: -1, facts: {} }];
  },
  say: () => ({
    what: 'The work ends without a stretch.',
    why: 'Finish with a stretch, on both reins.',
  }),
});
