import { rule } from '../rule.ts';
import { inMetres, named } from '../wording.ts';
import { endM, oncePerAct, turnedBetween } from './shared.ts';
import { pirouettesOf } from './pirouettePlace.ts';

const LINE_M = 5;

type Facts = { kind: string; lineM: number };

/** Out of a pirouette goes a straight line; with nothing ridden after it, or a turn at once, there is none. */
export const pirouetteNoLineOut = rule({
  code: 'pirouette-no-line-out',
  level: 'hint',
  source: 'practice',
  check(ride) {
    return oncePerAct(
      pirouettesOf(ride)
        .filter((act) => {
          const from = endM(act);
          const leftM = ride.path.lengthM - from;
          return leftM < LINE_M || turnedBetween(ride, from, from + LINE_M).total > 0.15;
        })
        .map((act) => ({
          itemId: act.itemId,
          act: act.act,
          at: act.to,
          facts: { kind: act.kind, lineM: LINE_M },
        })),
    );
  },
  say: ({ kind, lineM }: Facts) => ({
    what: `No line leads out of the ${named(kind)}.`,
    why: `Ride ${inMetres(lineM)} straight and forward when the turn is done, or when it is lost.`,
  }),
});
