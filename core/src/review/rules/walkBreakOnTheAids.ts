import { kindsThat } from '../../lesson/forms.ts';
import { rule } from '../rule.ts';
import { named } from '../wording.ts';
import { actsOf } from './shared.ts';

const HARD = kindsThat((form) => form.hard);
/** How many acts later the long rein may come. Common practice. */
const WITHIN = 5;

type Facts = { kind: string };

/** A hard turn or a hard count ends only with the long rein: some walk on it should follow. */
export const walkBreakOnTheAids = rule({
  code: 'no-long-rein-after',
  level: 'hint',
  source: 'practice',
  teaching: true,
  check(ride) {
    const acts = actsOf(ride);
    const last = acts.findLastIndex(({ kind }) => HARD.has(kind));
    if (last < 0) return [];
    const act = acts[last]!;
    const until = acts[last + 1 + WITHIN]?.startsAtS ?? Infinity;
    const rested = ride.spans.some(
      (s) => s.riding.frame === 'long-rein' && s.startsAtS >= act.startsAtS && s.startsAtS <= until,
    );
    return rested
      ? []
      : [{ itemId: act.itemId, act: act.act, at: act.to, facts: { kind: act.kind } }];
  },
  say: ({ kind }: Facts) => ({
    what: `No long rein follows the ${named(kind)}.`,
    why: 'Hard work ends only with the long rein.',
  }),
});
