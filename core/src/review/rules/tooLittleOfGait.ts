import { mayRide } from '../../gaits/restriction.ts';
import { leastCanterShare } from '../../gaits/stages.ts';
import { workedS } from '../../ride/balance.ts';
import { rule } from '../rule.ts';
import { isWholeLesson } from './shared.ts';

/** Less trot than this is not a lesson on the flat. Common practice. */
const LEAST_TROT = 0.2;
/** A little less is not worth a word. */
const NEARLY = 0.75;
/** Shorter rides show one thing, and not a day's work. */
const LEAST_WORK_S = 10 * 60;

type Facts = { gait: string; percent: number; least: number; stage: number };

/** Too little canter, or trot, for the stage of the horse. */
export const tooLittleOfGait = rule({
  code: 'too-little-of-gait',
  level: 'hint',
  source: 'practice',
  teaching: true,
  check(ride) {
    if (!isWholeLesson(ride)) return [];
    const { stage, restrictions } = ride.horse;
    const seconds = workedS(ride);
    if (seconds.all < LEAST_WORK_S) return [];
    const wanted: { gait: 'trot' | 'canter'; share: number; least: number }[] = [
      { gait: 'canter', share: seconds.canter / seconds.all, least: leastCanterShare(stage) },
      { gait: 'trot', share: seconds.trot / seconds.all, least: LEAST_TROT },
    ];
    return wanted
      .filter(({ gait, share, least }) => share < NEARLY * least && mayRide(restrictions, gait))
      .map(({ gait, share, least }) => {
        const percent = (of: number) => Math.round(100 * of);
        const facts = { gait, percent: percent(share), least: percent(least), stage };
        return { itemId: null, act: -1, facts };
      });
  },
  say: ({ gait, percent, least, stage }: Facts) => ({
    what: `Only ${percent} % of the trot and canter is ${gait}.`,
    why: `At stage ${stage} it is ${least} % or more.`,
  }),
});
