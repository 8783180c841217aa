import { trackBox } from '../../arena/arena.ts';
import { limitsOf } from '../../gaits/horse.ts';
import { rule } from '../rule.ts';
import { inMetres } from '../wording.ts';
import { actsOf, oncePerAct, setParams } from './shared.ts';

type Facts = { loops: number; loopM: number; smallestM: number; gait: string };

/** Serpentine loops tighter than the smallest circle of the stage in that gait. */
export const loopsTooTight = rule({
  code: 'loops-too-tight',
  level: 'warning',
  source: 'practice',
  check(ride) {
    const box = trackBox(ride.arena);
    return oncePerAct(
      actsOf(ride).flatMap((act) => {
        const loops = act.instruction?.params['loops'];
        if (act.kind !== 'serpentine' || typeof loops !== 'number') return [];
        const gait = act.gait === 'canter' || act.gait === 'trot' ? act.gait : 'walk';
        const smallestM = limitsOf(ride.horse).smallestCircleM[gait];
        const lengthM = box.maxY - box.minY;
        const loopM = Math.min(lengthM / loops, box.maxX - box.minX);
        // A size on paper loses its inset when ridden, so a metre is allowed.
        if (loopM >= smallestM - 1) return [];
        const most = Math.max(1, Math.floor(lengthM / (smallestM - 1)));
        const facts = { loops, loopM, smallestM, gait };
        const fix = setParams(`Make it ${most} loops`, act, { loops: most });
        return [{ itemId: act.itemId, act: act.act, at: act.from, facts, fix }];
      }),
    );
  },
  say: ({ loops, loopM, smallestM, gait }: Facts) => ({
    what: `With ${loops} loops each turn is ${inMetres(loopM)} wide: tight in ${gait}.`,
    why: `At this stage turns are balanced from ${inMetres(smallestM)}. Ride fewer loops.`,
  }),
});
