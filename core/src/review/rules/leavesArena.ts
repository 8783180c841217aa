import { metresOutside } from '../../arena/arena.ts';
import { lastNotAfter } from '../../geometry/blend.ts';
import { otherRein, type Rein } from '../../arena/rein.ts';
import { rule, type Hit } from '../finding.ts';
import { editInstruction, oncePerAct } from './shared.ts';

/** No piece of the line may reach over the rail. */
export const leavesArena = rule({
  code: 'figure-leaves-arena',
  level: 'error',
  source: 'rule',
  check(ride) {
    const hits: Hit<'figure-leaves-arena'>[] = [];
    for (const piece of ride.path.pieces) {
      const overM = metresOutside(ride.arena, piece.curve.bounds());
      if (overM === 0) continue;
      const middleM = piece.startM + piece.curve.lengthM / 2;
      const index = lastNotAfter(
        ride.movements.length,
        (i) => ride.movements[i]!.startM <= middleM,
      );
      const { itemId, act, kind, instruction } = ride.movements[index]!;
      const side = instruction?.params['side'] as Rein | undefined;
      hits.push({
        itemId,
        act,
        at: piece.curve.at(piece.curve.lengthM / 2),
        facts: { kind, overM },
        ...(side && {
          fix: {
            label: `Ride it to the ${otherRein(side)}`,
            apply: (lesson) =>
              editInstruction(lesson, itemId, act, (i) => ({
                ...i,
                params: { ...i.params, side: otherRein(side) },
              })),
          },
        }),
      });
    }
    return oncePerAct(hits.sort((a, b) => b.facts.overM - a.facts.overM));
  },
});
