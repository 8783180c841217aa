import { rule } from '../rule.ts';
import { named } from '../wording.ts';
import { oncePerAct } from './shared.ts';
import { pirouettesOf } from './pirouettePlace.ts';

type Facts = { kind: string; pace: string };

/** A pirouette wants shortened steps before it: the pace is collected on the way to it. */
export const pirouetteUnshortened = rule({
  code: 'pirouette-unshortened',
  level: 'hint',
  source: 'practice',
  teaching: true,
  check(ride) {
    return oncePerAct(
      pirouettesOf(ride).flatMap((act) => {
        const before = ride.spans
          .filter((s) => s.lengthM > 0 && s.startM + s.lengthM <= act.startM + 1e-6)
          .at(-1);
        if (!before || before.riding.pace === 'collected') return [];
        const facts = { kind: act.kind, pace: before.riding.pace };
        return [{ itemId: act.itemId, act: act.act, at: act.from, facts }];
      }),
    );
  },
  say: ({ kind, pace }: Facts) => ({
    what: `The ${named(kind)} is asked from a ${pace} pace.`,
    why: 'Shorten a few steps before it, so that the hind legs can carry.',
  }),
});
