import { distanceM } from '../../geometry/curve.ts';
import { rule, type Hit } from '../rule.ts';

/** A horse needs this much room beside a cone or barrel. Common practice. */
const CLEAR_M = 0.8;
const STEP_M = 0.5;

type Facts = { what: string; text: string };

/** A cone or a barrel on the line of a movement. */
export const equipmentInWay = rule({
  code: 'equipment-in-way',
  level: 'warning',
  source: 'practice',
  check(ride) {
    const hits: Hit<Facts>[] = [];
    const standing = ride.equipment.filter(({ what }) => what !== 'poles');
    if (standing.length === 0) return hits;
    for (const thing of standing) {
      const { x, y } = thing.from;
      for (const { curve, startM } of ride.path.pieces) {
        const box = curve.bounds();
        const away =
          x < box.minX - CLEAR_M ||
          x > box.maxX + CLEAR_M ||
          y < box.minY - CLEAR_M ||
          y > box.maxY + CLEAR_M;
        if (away) continue;
        const steps = Math.max(1, Math.ceil(curve.lengthM / STEP_M));
        const near = Array.from({ length: steps + 1 }, (_, i) => (curve.lengthM * i) / steps).find(
          (d) => distanceM(curve.at(d), thing.from) < CLEAR_M,
        );
        if (near === undefined) continue;
        const span = ride.spans.find((s) => s.startM + s.lengthM >= startM + near);
        const movement = ride.movements[span?.movement ?? 0];
        hits.push({
          itemId: thing.itemId,
          act: -1,
          at: thing.from,
          facts: { what: thing.what, text: movement?.text ?? '' },
        });
        break;
      }
    }
    return hits;
  },
  say: ({ what, text: movement }: Facts) => ({
    what: `A ${what} stands on the line of “${movement}”.`,
    why: 'Move it, or ride the movement elsewhere.',
  }),
});
