import { kindsThat } from '../../lesson/forms.ts';
import { rule } from '../rule.ts';
import { inMetres, named } from '../wording.ts';
import type { Ride } from '../../ride/types.ts';
import { actsOf, oncePerAct, turnedBetween, type RiddenAct } from './shared.ts';

const PIROUETTES = kindsThat((form) => form.pirouette);

export const pirouettesOf = (ride: Ride): RiddenAct[] =>
  actsOf(ride).filter(({ kind }) => PIROUETTES.has(kind));

/** A straight line of at least this before a pirouette. Common practice. */
const LINE_M = 6;

type Facts = { kind: string; lineM: number };

/** A pirouette is ridden from a line, never out of a corner. */
export const pirouettePlace = rule({
  code: 'pirouette-from-corner',
  level: 'warning',
  source: 'practice',
  check(ride) {
    return oncePerAct(
      pirouettesOf(ride)
        .filter(
          (act) => turnedBetween(ride, Math.max(0, act.startM - LINE_M), act.startM).total > 0.15,
        )
        .map((act) => ({
          itemId: act.itemId,
          act: act.act,
          at: act.from,
          facts: { kind: act.kind, lineM: LINE_M },
        })),
    );
  },
  say: ({ kind, lineM }: Facts) => ({
    what: `The ${named(kind)} begins out of a turn.`,
    why: `Ride at least ${inMetres(lineM)} straight before it, never from a corner.`,
  }),
});
