import { distanceM, type Point } from '../geometry/curve.ts';
import type { Ride } from '../ride/types.ts';

/** A line drawn by hand beside the line of a box. */
export interface DrawnLine {
  readonly right: boolean;
  /** The farthest the two lie apart when both are followed from beginning to end, metres. */
  readonly offM: number;
  /** The greatest fault in it; null when it is right. */
  readonly wrong: 'begins elsewhere' | 'other way round' | 'ends elsewhere' | 'another line' | null;
}

/** A finger is this far off on a telephone, where a centimetre is six to eight metres. */
const NEAR_M = 4;
const EVERY_M = 1.5;
/** The line may be begun at the letter, or on the way to it. */
type Ways = readonly (readonly Point[])[];

/**
 * The lines a box can be drawn as: with the way to its first letter or without, a figure that is ridden several
 * times once or as often as it is ridden.
 */
export function linesOfBox(ride: Ride, itemIds: readonly string[]): Ways {
  const own = new Set(itemIds);
  const spans = ride.spans.filter((span) => own.has(ride.movements[span.movement]!.itemId));
  const points = (acts: boolean, once: boolean): Point[] => {
    const found: Point[] = [];
    for (const { movement, startM, lengthM } of spans) {
      const { act, instruction, startM: from, metres } = ride.movements[movement]!;
      if (acts && act === -1) continue;
      const rounds = once ? (instruction?.times ?? 1) : 1;
      const endM = Math.min(startM + lengthM, from + metres / rounds);
      for (let m = startM; m < endM; m += EVERY_M) found.push(ride.path.at(m));
      if (endM > startM) found.push(ride.path.at(endM));
    }
    return found;
  };
  const [whole, figures] = [points(false, false), points(true, false)];
  const several = spans.some((s) => (ride.movements[s.movement]!.instruction?.times ?? 1) > 1);
  const once = several ? [points(false, true), points(true, true)] : [];
  return [whole, figures, ...once].filter((line) => lengthOf(line) > EVERY_M);
}

/** Whether a drawn line is one of the lines of a box, and what is wrong where it is not. */
export function compareDrawn(drawn: readonly Point[], lines: Ways): DrawnLine {
  const own = spaced(drawn);
  const offs = lines.map((line) => frechetM(own, spaced(line)));
  const offM = Math.min(...offs);
  if (offM <= NEAR_M) return { right: true, offM, wrong: null };
  const back = Math.min(...lines.map((line) => frechetM([...own].reverse(), spaced(line))));
  const ends = (pick: (line: readonly Point[]) => Point | undefined) =>
    Math.min(...lines.map((line) => distanceM(pick(own)!, pick(line)!)));
  const wrong =
    back <= NEAR_M
      ? 'other way round'
      : ends((l) => l[0]) > NEAR_M
        ? 'begins elsewhere'
        : ends((l) => l.at(-1)) > NEAR_M
          ? 'ends elsewhere'
          : 'another line';
  return { right: false, offM, wrong };
}

export const lengthOf = (line: readonly Point[]): number =>
  line.slice(1).reduce((sum, p, i) => sum + distanceM(line[i]!, p), 0);

/** Points along a line, all about as far from one another. */
function spaced(line: readonly Point[]): Point[] {
  const first = line[0];
  if (!first) return [];
  const found = [first];
  for (const [i, to] of line.slice(1).entries()) {
    const from = line[i]!;
    const steps = Math.ceil(distanceM(from, to) / EVERY_M);
    for (let k = 1; k <= steps; k++) {
      const share = k / steps;
      found.push({ x: from.x + share * (to.x - from.x), y: from.y + share * (to.y - from.y) });
    }
  }
  return found;
}

/**
 * The shortest lead on which one could walk one line and a dog the other, neither going back.
 * Source: Eiter and Mannila, Computing discrete Fréchet distance, 1994 (from memory).
 *
 * @returns metres; Infinity for an empty line
 */
export function frechetM(a: readonly Point[], b: readonly Point[]): number {
  let before: number[] = [];
  for (const [i, p] of a.entries()) {
    const row: number[] = [];
    for (const [j, q] of b.entries()) {
      const here = distanceM(p, q);
      const reached =
        i === 0 && j === 0
          ? 0
          : Math.min(before[j] ?? Infinity, row[j - 1] ?? Infinity, before[j - 1] ?? Infinity);
      row.push(Math.max(here, reached));
    }
    before = row;
  }
  return before.at(-1) ?? Infinity;
}
