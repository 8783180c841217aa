import { restrictionSaid, untilSaid, type Restriction } from '../../gaits/restriction.ts';
import { brokenBy } from '../../ride/restricted.ts';
import type { Ride } from '../../ride/types.ts';
import { rule, type Where } from '../rule.ts';
import { isWholeLesson } from './shared.ts';

/** So much over reads as the same number of minutes. */
const GRACE_S = 30;

type Facts = { said: string; by: string; until: string };

/** What this horse may not be asked for a time is in the lesson all the same. */
export const restricted = rule({
  code: 'restricted',
  level: 'warning',
  source: 'practice',
  check: (ride) =>
    (ride.horse.restrictions ?? []).flatMap((restriction) => {
      const where = whereBroken(ride, restriction);
      if (!where) return [];
      const { saidBy } = restriction;
      return [
        {
          ...where,
          facts: { said: restrictionSaid(restriction), by: saidBy, until: untilSaid(restriction) },
        },
      ];
    }),
  say: ({ said, by, until }: Facts) => ({
    what: `${by.charAt(0).toUpperCase()}${by.slice(1)} says: ${said} ${until}.`,
    why: 'What was set for this horse comes before the plan; ask whoever set it.',
  }),
});

function whereBroken(ride: Ride, restriction: Restriction): Where | null {
  const { what } = restriction;
  const at = (movement: number): Where => {
    const { itemId, act, from } = ride.movements[movement]!;
    return { itemId, act, at: from };
  };
  if (what.kind === 'minutes') {
    const tooLong = ride.totals.seconds > 60 * what.most + GRACE_S;
    return tooLong ? { itemId: null, act: -1 } : null;
  }
  if (what.kind === 'walk first') {
    const faster = ride.spans.find((s) => !['walk', 'halt', 'in-hand'].includes(s.gait));
    const tooSoon = faster && faster.startsAtS < 60 * what.minutes - GRACE_S;
    return tooSoon && isWholeLesson(ride) ? at(faster.movement) : null;
  }
  const broken = brokenBy(ride, restriction);
  if (!broken) return null;
  return 'movement' in broken ? at(broken.movement) : { itemId: broken.itemId, act: -1 };
}
