import { metresOutside } from '../../arena/arena.ts';
import { otherRein, type Rein } from '../../arena/rein.ts';
import { riddenDiameterM, turnLeg } from '../../figures/shared.ts';
import { lastNotAfter } from '../../geometry/blend.ts';
import type { RiddenMovement, Ride } from '../../ride/types.ts';
import { rule, type Fix, type Hit } from '../rule.ts';
import { inMetres, named } from '../wording.ts';
import { oncePerAct, setParams } from './shared.ts';

type Facts = { kind: string; overM: number };

/** No piece of the line may reach over the rail. */
export const leavesArena = rule({
  code: 'figure-leaves-arena',
  level: 'error',
  source: 'rule',
  check(ride) {
    const hits: Hit<Facts>[] = [];
    for (const piece of ride.path.pieces) {
      const overM = metresOutside(ride.arena, piece.curve.bounds());
      if (overM === 0) continue;
      const middleM = piece.startM + piece.curve.lengthM / 2;
      const index = lastNotAfter(
        ride.movements.length,
        (i) => ride.movements[i]!.startM <= middleM,
      );
      const movement = ride.movements[index]!;
      const fix = fixFor(ride, movement);
      hits.push({
        itemId: movement.itemId,
        act: movement.act,
        at: piece.curve.at(piece.curve.lengthM / 2),
        facts: { kind: movement.kind, overM },
        ...(fix && { fix }),
      });
    }
    return oncePerAct(hits.sort((a, b) => b.facts.overM - a.facts.overM));
  },
  say: ({ kind, overM }: Facts) => ({
    what: `This ${named(kind)} leaves the arena by ${inMetres(overM)}.`,
    why: 'Turn to the other side, make it smaller, or begin it elsewhere.',
  }),
});

/** Sizes a circle is ridden in, largest first. */
const SIZES_M = [20, 18, 15, 12, 10, 8, 6];

/** The circle to the other side when it fits there, else the largest one that fits on this side. */
function fixFor(ride: Ride, movement: RiddenMovement): Fix | null {
  const { kind, startM, instruction, rein } = movement;
  const diameterM = instruction?.params['diameterM'];
  if (kind !== 'circle' || typeof diameterM !== 'number') return null;
  const side = (instruction?.params['side'] as Rein | undefined) ?? rein;
  const { x, y, headingRad } = ride.path.at(startM);
  const fits = (to: Rein, sizeM: number) => {
    const ridden = riddenDiameterM(ride.arena, { x, y }, headingRad, to, sizeM);
    return (
      metresOutside(ride.arena, turnLeg({ x, y }, headingRad, to, ridden, 1).curve.bounds()) === 0
    );
  };
  const other = otherRein(side);
  if (fits(other, diameterM))
    return setParams(`Ride it to the ${other}`, movement, { side: other });
  const size = SIZES_M.find((sizeM) => sizeM < diameterM && fits(side, sizeM));
  return size === undefined ? null : setParams(`Make it ${size} m`, movement, { diameterM: size });
}
