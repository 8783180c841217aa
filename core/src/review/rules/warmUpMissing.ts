import { prependItems } from '../../lesson/edits.ts';
import { rule } from '../rule.ts';
import { inTime } from '../wording.ts';
import { isWholeLesson } from './shared.ts';

const OPENING = ['in-hand', 'warm-up', 'loosening'];
/** Walk that counts as a warm-up when no phase says so. Common practice. */
const ENOUGH_WALK_S = 5 * 60;

type Facts = { walkedS: number };

/** A lesson begins with a warm-up: a phase of that name, or five minutes of walk. */
export const warmUpMissing = rule({
  code: 'warm-up-missing',
  level: 'warning',
  source: 'practice',
  teaching: true,
  check(ride) {
    const first = ride.phases[0];
    const opens = first && first.startsAtS < 60 && OPENING.includes(first.name);
    if (!isWholeLesson(ride) || opens) return [];
    const faster = ride.spans.find((s) => s.gait === 'trot' || s.gait === 'canter');
    const walkedS = faster?.startsAtS ?? ride.totals.seconds;
    if (walkedS >= ENOUGH_WALK_S) return [];
    return [
      {
        itemId: null,
        act: -1,
        facts: { walkedS },
        fix: {
          label: 'Begin with five minutes of walk',
          apply: (lesson) =>
            prependItems(lesson, [
              { kind: 'phase', id: 'warm-up-phase', name: 'warm-up', minutes: 5 },
              {
                kind: 'line',
                id: 'warm-up-walk',
                place: null,
                instructions: [{ form: 'goLarge', params: {}, lastsS: ENOUGH_WALK_S }],
              },
            ]),
        },
      },
    ];
  },
  say: ({ walkedS }: Facts) => ({
    what:
      walkedS > 0
        ? `Only ${inTime(walkedS)} of walk before the work.`
        : 'The work begins without a warm-up.',
    why: 'Begin with a warm-up phase, or at least five minutes of walk.',
  }),
});
