import { rule } from '../rule.ts';
import { actsOf, oncePerAct } from './shared.ts';

type Facts = { side: string; lead: string };

/** A canter out of a walk pirouette takes the lead of the side it turned to: that inside hind carries. */
export const departAfterPirouette = rule({
  code: 'depart-after-pirouette',
  level: 'warning',
  source: 'practice',
  check(ride) {
    return oncePerAct(
      actsOf(ride)
        .filter(({ kind }) => kind === 'walk-pirouette')
        .flatMap((act) => {
          const side = String(act.instruction?.params['side']);
          const after = ride.spans.find(
            (s) => s.startsAtS >= act.startsAtS + act.seconds - 1e-6 && s.lengthM > 0,
          );
          const next =
            after?.gait === 'walk' && after.lengthM < 6
              ? ride.spans[ride.spans.indexOf(after) + 1]
              : after;
          if (next?.gait !== 'canter' || next.riding.lead === side) return [];
          return [
            {
              itemId: act.itemId,
              act: act.act,
              at: act.to,
              facts: { side, lead: String(next.riding.lead) },
            },
          ];
        }),
    );
  },
  say: ({ side, lead }: Facts) => ({
    what: `After a pirouette to the ${side} the canter begins on the ${lead} lead.`,
    why: `The ${side} hind leg has just carried: take the ${side} lead.`,
  }),
});
