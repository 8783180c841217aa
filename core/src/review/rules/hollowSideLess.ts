import { otherRein } from '../../arena/rein.ts';
import { rule } from '../rule.ts';
import { isWholeLesson, isWork } from './shared.ts';

/** A difference this small is not a choice. Common practice. */
const EVEN_SHARE = 0.47;

type Facts = { side: string; percent: number };

/** The crooked side gets more of the work, never less than the sound one. */
export const hollowSideLess = rule({
  code: 'hollow-side-less',
  level: 'hint',
  source: 'practice',
  teaching: true,
  yieldsTo: ['reins-uneven'],
  check(ride) {
    const { hollowSide } = ride.horse;
    if (!hollowSide || !isWholeLesson(ride)) return [];
    const work = ride.spans.filter(isWork);
    const seconds = (rein: string) =>
      work.reduce((sum, s) => sum + (s.riding.rein === rein ? s.seconds : 0), 0);
    const [hollow, sound] = [seconds(hollowSide), seconds(otherRein(hollowSide))];
    if (hollow + sound === 0 || hollow / (hollow + sound) >= EVEN_SHARE) return [];
    const percent = Math.round((100 * hollow) / (hollow + sound));
    return [{ itemId: null, act: -1, facts: { side: hollowSide, percent } }];
  },
  say: ({ side, percent }: Facts) => ({
    what: `The hollow ${side} side has ${percent} % of the work.`,
    why: 'The crooked side gets more than the sound one, which keeps at least a third.',
  }),
});
