import { rule } from '../rule.ts';
import { inMetres } from '../wording.ts';
import { actsOf, oncePerAct, setParams } from './shared.ts';

type Facts = { diameterM: number; widthM: number };

/** A figure wider than the arena fits nowhere in it. */
export const arenaTooSmall = rule({
  code: 'arena-too-small',
  level: 'error',
  source: 'rule',
  supersedes: ['figure-leaves-arena'],
  check(ride) {
    const { widthM } = ride.arena;
    return oncePerAct(
      actsOf(ride).flatMap((act) => {
        const diameterM = act.instruction?.params['diameterM'];
        if (typeof diameterM !== 'number' || diameterM <= widthM) return [];
        const size = Math.floor(widthM);
        const fix = setParams(`Make it ${size} m`, act, { diameterM: size });
        return [
          { itemId: act.itemId, act: act.act, at: act.from, facts: { diameterM, widthM }, fix },
        ];
      }),
    );
  },
  say: ({ diameterM, widthM }: Facts) => ({
    what: `${inMetres(diameterM)} does not fit into an arena ${inMetres(widthM)} wide.`,
    why: 'Make it smaller, or ride it in a wider arena.',
  }),
});
