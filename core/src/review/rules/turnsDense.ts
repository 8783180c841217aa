import { isGreen } from '../../gaits/horse.ts';
import { kindsThat, type Kind } from '../../lesson/forms.ts';
import { rule } from '../rule.ts';
import { curvedMetres, isWholeLesson, isWork } from './shared.ts';

/** Young and green horses: at least half of the trot and canter on straight lines. Common practice. */
const MOST_CURVED = 0.5;

/** The corners of the track are no figures: what is ridden along it, or across, counts as straight. */
const STRAIGHT: ReadonlySet<Kind> = new Set(['line', ...kindsThat((form) => form.straight)]);

type Facts = { percent: number };

/** Too few straight lines for a young or green horse. */
export const turnsDense = rule({
  code: 'turns-dense',
  level: 'warning',
  source: 'practice',
  teaching: true,
  check(ride) {
    if (!isGreen(ride.horse) || !isWholeLesson(ride)) return [];
    let curved = 0;
    let metres = 0;
    for (const span of ride.spans.filter(isWork)) {
      const straight = STRAIGHT.has(ride.movements[span.movement]!.kind);
      curved += straight ? 0 : curvedMetres(ride, span.startM, span.startM + span.lengthM);
      metres += span.lengthM;
    }
    if (metres === 0 || curved / metres <= MOST_CURVED) return [];
    const percent = Math.round((100 * curved) / metres);
    return [{ itemId: null, act: -1, facts: { percent } }];
  },
  say: ({ percent }: Facts) => ({
    what: `${percent} % of the trot and canter is on turns.`,
    why: 'A young or green horse needs straight lines for at least half of it.',
  }),
});
