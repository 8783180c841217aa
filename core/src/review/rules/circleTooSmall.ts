import { MOVING_GAITS } from '../../gaits/paces.ts';
import { limitsOf } from '../../gaits/horse.ts';
import type { Params } from '../../forms/pattern.ts';
import { distanceM } from '../../geometry/curve.ts';
import type { Ride, RiddenMovement } from '../../ride/types.ts';
import { rule, type Hit } from '../rule.ts';
import { inMetres } from '../wording.ts';
import { oncePerAct, setParams } from './shared.ts';

/** The value of an instruction that says how small it is. */
function sizeOf(params: Params): [name: string, metres: number] | null {
  for (const name of ['diameterM', 'toM', 'fromM']) {
    const other = name === 'toM' ? params['fromM'] : name === 'fromM' ? params['toM'] : undefined;
    const value = params[name];
    if (typeof value === 'number' && !(typeof other === 'number' && other < value))
      return [name, value];
  }
  return null;
}

/** Common practice. */
const ROUND_BLOCK_M = 5;
/** It stands at the letter the circle begins at, or inside. */
const BESIDE_M = 1;

/** Whether the circle is ridden round something. */
function goesRound({ path, equipment }: Ride, { startM, metres }: RiddenMovement): boolean {
  const [a, b] = [path.at(startM), path.at(startM + metres / 2)];
  const centre = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  const radiusM = distanceM(a, b) / 2;
  return equipment.some(
    (e) => e.what !== 'poles' && distanceM(e.from, centre) < radiusM + BESIDE_M,
  );
}

type Facts = { diameterM: number; smallestM: number; gait: string; stage: number };

/** A circle, or a part of one, smaller than the horse's stage allows in that gait. */
export const circleTooSmall = rule({
  code: 'circle-too-small',
  level: 'warning',
  source: 'practice',
  check(ride) {
    const { stage } = ride.horse;
    const limits = limitsOf(ride.horse);
    const hits: Hit<Facts>[] = [];
    for (const span of ride.spans) {
      const movement = ride.movements[span.movement]!;
      const { instruction, kind } = movement;
      const size = instruction && sizeOf(instruction.params);
      const gait = MOVING_GAITS.find((g) => g === span.gait);
      // The working pirouette is small on purpose; a rule of its own looks at it.
      if (!size || !gait || span.lengthM === 0 || kind === 'working-pirouette') continue;
      const [name, diameterM] = size;
      // Round a block or a barrel the horse is turned in walk as small as it likes.
      if (gait === 'walk' && diameterM >= ROUND_BLOCK_M && goesRound(ride, movement)) continue;
      const smallestM = limits.smallestCircleM[gait];
      if (diameterM >= smallestM) continue;
      hits.push({
        itemId: movement.itemId,
        act: movement.act,
        at: ride.path.at(span.startM + span.lengthM / 2),
        facts: { diameterM, smallestM, gait, stage },
        fix: setParams(`Make it ${smallestM} m`, movement, { [name]: smallestM }),
      });
    }
    return oncePerAct(hits.sort((a, b) => b.facts.smallestM - a.facts.smallestM));
  },
  say: ({ diameterM, smallestM, gait, stage }: Facts) => ({
    what: `${inMetres(diameterM)} is small for stage ${stage} in ${gait}.`,
    why: `At this stage the balance is there from ${inMetres(smallestM)}.`,
  }),
});
