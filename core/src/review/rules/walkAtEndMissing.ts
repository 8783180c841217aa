import { appendItems } from '../../lesson/edits.ts';
import { rule } from '../rule.ts';
import { inTime } from '../wording.ts';
import { isWholeLesson } from './shared.ts';

/** At least five to ten minutes of walk at the end. Common practice. */
const ENOUGH_WALK_S = 5 * 60;

type Facts = { walkedS: number };

/** A lesson ends with walk: ridden at its end, or planned as a cool-down. */
export const walkAtEndMissing = rule({
  code: 'walk-at-end-missing',
  level: 'warning',
  source: 'practice',
  teaching: true,
  check(ride) {
    if (!isWholeLesson(ride)) return [];
    const last = ride.phases.at(-1);
    const planned = last?.name === 'cool-down' ? (last.plannedS ?? 0) : 0;
    let walkedS = 0;
    for (const span of [...ride.spans].reverse()) {
      if (span.gait === 'trot' || span.gait === 'canter') break;
      if (span.gait === 'walk') walkedS += span.seconds;
    }
    if (Math.max(planned, walkedS) >= ENOUGH_WALK_S) return [];
    return [
      {
        itemId: null,
        act: -1,
        facts: { walkedS },
        fix: {
          label: 'Add five minutes of walk',
          apply: (lesson) =>
            appendItems(lesson, [
              { kind: 'phase', id: 'cool-down-phase', name: 'cool-down', minutes: 5 },
              {
                kind: 'line',
                id: 'cool-down-walk',
                place: null,
                instructions: [
                  { form: 'walk', params: { pace: 'free' } },
                  { form: 'longRein', params: {} },
                  { form: 'goLarge', params: {}, lastsS: ENOUGH_WALK_S },
                ],
              },
            ]),
        },
      },
    ];
  },
  say: ({ walkedS }: Facts) => ({
    what:
      walkedS > 0 ? `Only ${inTime(walkedS)} of walk at the end.` : 'The lesson ends without walk.',
    why: 'Walk for five to ten minutes, on a long rein.',
  }),
});
