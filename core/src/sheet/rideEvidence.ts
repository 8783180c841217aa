import { REINS, type Rein } from '../arena/rein.ts';
import { SCALES } from '../scales.ts';
import type { DayEvidence } from '../progress/evidence.ts';
import { compileRide } from '../ride/compile.ts';
import type { Ride } from '../ride/types.ts';
import { demandsOf } from './demands.ts';
import type { MarkedRide } from './markedRide.ts';
import { sheetOf, type SheetBox } from './sheet.ts';

/** As much as half a box that shows nothing else has to speak for a scale and rein. */
const LEAST_WEIGHT = 0.5;

/** The share of a box that is ridden on each rein. */
function reinShares({ itemIds }: SheetBox, { movements }: Ride): Record<Rein, number> {
  const own = movements.filter((m) => itemIds.includes(m.itemId));
  const seconds = (rein: Rein) =>
    own.filter((m) => m.rein === rein).reduce((sum, m) => sum + m.seconds, 0);
  const [left, right] = [seconds('left'), seconds('right')];
  const total = left + right;
  return total > 0 ? { left: left / total, right: right / total } : { left: 0.5, right: 0.5 };
}

/**
 * What the marks of a ride say of each scale and rein: the mean mark of its boxes, each weighted by how much it
 * shows of the scale, and by how much of it was ridden on the rein. Judges are taken together; collective marks
 * are of the whole horse and rider, and are left out. How far it may be off stands with the measures.
 */
export function evidenceOfRide({ document, judges }: MarkedRide): DayEvidence[] {
  const ride = compileRide(document);
  const marked = sheetOf(document, ride).boxes.flatMap((box) => {
    const given = judges.flatMap((j) => j.marks[box.number] ?? []);
    if (given.length === 0) return [];
    const mark = given.reduce((sum, m) => sum + m, 0) / given.length;
    return [{ mark, demands: demandsOf(box, ride), reins: reinShares(box, ride) }];
  });
  return SCALES.flatMap((scale) =>
    REINS.flatMap((rein): DayEvidence[] => {
      const weights = marked.map((m) => m.demands[scale] * m.reins[rein]);
      const total = weights.reduce((sum, w) => sum + w, 0);
      if (total < LEAST_WEIGHT) return [];
      const mean = marked.reduce((sum, m, i) => sum + weights[i]! * m.mark, 0) / total;
      return [{ scale, rein, kind: 'test', mean, count: 1 }];
    }),
  );
}
