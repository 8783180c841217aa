import type { MarkedRide, MarkOf, RideJudge } from '@canter-book/core/sheet/markedRide';
import { judgedMark } from '@canter-book/core/sheet/markedRide';
import { errorCost } from '@canter-book/core/sheet/score';
import type { Sheet } from '@canter-book/core/sheet/sheet';

/** A thing to be marked: a box, or a mark for the whole ride. */
export interface ToMark extends MarkOf {
  readonly label: string;
  readonly coefficient: number;
}

export const toMark = ({ boxes, collectives }: Sheet): ToMark[] => [
  ...boxes.map((b): ToMark => ({
    kind: 'box',
    key: String(b.number),
    label: String(b.number),
    coefficient: b.coefficient,
  })),
  ...collectives.map(({ name, coefficient }): ToMark => ({
    kind: 'collective',
    key: name,
    label: name,
    coefficient,
  })),
];

export interface Running {
  /** Marks given so far, and all that are to be given. */
  readonly given: number;
  readonly all: number;
  readonly points: number;
  /** Of what was marked so far; null before the first mark. */
  readonly percent: number | null;
  /** The average the rest needs to reach the target; null when nothing is left, or none is set. */
  readonly needed: number | null;
}

/** How a judge's total runs along. */
export function runningOf(sheet: Sheet, ride: MarkedRide, judge: RideJudge): Running {
  const all = toMark(sheet);
  const marked = all.filter((m) => judgedMark(judge, m) !== undefined);
  const points = marked.reduce((sum, m) => sum + m.coefficient * judgedMark(judge, m)!, 0);
  const weight = (list: readonly ToMark[]) => list.reduce((sum, m) => sum + m.coefficient, 0);
  const cost = errorCost(sheet, ride.errors);
  const byPoints = sheet.errors.how === 'points';
  const possible = 10 * weight(marked);
  const open = weight(all) - weight(marked);
  const wanted =
    ride.target === null
      ? null
      : byPoints
        ? ride.target * weight(all) + cost
        : (ride.target + cost / 10) * weight(all);
  const percent =
    possible === 0
      ? null
      : byPoints
        ? (100 * (points - cost)) / possible
        : (100 * points) / possible - cost;
  return {
    given: marked.length,
    all: all.length,
    points: byPoints ? points - cost : points,
    percent: percent === null ? null : Math.max(0, percent),
    needed: wanted === null || open === 0 ? null : Math.max(0, (wanted - points) / open),
  };
}
