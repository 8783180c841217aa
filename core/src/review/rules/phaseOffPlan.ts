import { rule } from '../rule.ts';
import { inTime, named } from '../wording.ts';

/** Longer than planned by this share and a minute more. Common practice. */
const OVER_SHARE = 1.15;
const GRACE_S = 60;
/** Less than this share is written: talk and tries fill some of a phase, not most of it. Common practice. */
const UNDER_SHARE = 0.3;

type Facts = { name: string; plannedS: number; seconds: number; over: boolean };

/** A phase that is ridden for longer than its minutes, or has next to nothing in it. */
export const phaseOffPlan = rule({
  code: 'phase-off-plan',
  level: 'warning',
  source: 'practice',
  teaching: true,
  check(ride) {
    return ride.phases.flatMap(({ itemId, name, plannedS, seconds }) => {
      if (plannedS === null) return [];
      const over = seconds > plannedS * OVER_SHARE + GRACE_S;
      const under = seconds < plannedS * UNDER_SHARE && name !== 'in-hand' && name !== 'break';
      if (!over && !under) return [];
      return [{ itemId, act: -1, facts: { name, plannedS, seconds, over } }];
    });
  },
  say: ({ name, plannedS, seconds, over }: Facts) => ({
    what: `The ${named(name)} is planned for ${inTime(plannedS)} and takes ${inTime(seconds)}.`,
    why: over
      ? 'Leave something out, or give it more time.'
      : 'Add more to it, or plan it shorter.',
  }),
});
