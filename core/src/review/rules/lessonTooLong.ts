import { isGreen } from '../../gaits/horse.ts';
import { rule } from '../rule.ts';
import { lessonSeconds } from './shared.ts';

/** Short and clear beats long: an hour at most, three quarters for a young or green horse. Common practice. */
const MOST_MIN = 60;
const MOST_GREEN_MIN = 45;

type Facts = { minutes: number; mostMin: number };

/** A lesson longer than is useful. */
export const lessonTooLong = rule({
  code: 'lesson-too-long',
  level: 'warning',
  source: 'practice',
  teaching: true,
  check(ride) {
    const mostMin = isGreen(ride.horse) ? MOST_GREEN_MIN : MOST_MIN;
    const minutes = Math.round(lessonSeconds(ride) / 60);
    return minutes > mostMin ? [{ itemId: null, act: -1, facts: { minutes, mostMin } }] : [];
  },
  say: ({ minutes, mostMin }: Facts) => ({
    what: `The lesson takes ${minutes} min.`,
    why: `Short and clear beats long: for this horse ${mostMin} min at most.`,
  }),
});
