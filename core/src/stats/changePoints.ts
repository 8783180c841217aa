/** Where the mean of a series changes: the first index of the new stretch, and by how much. */
export interface ChangePoint {
  readonly index: number;
  readonly by: number;
  /** Distance of the change from chance, in standard errors. */
  readonly strength: number;
}

interface Options {
  /** Standard deviation of each value about its mean. */
  readonly sd: readonly number[];
  /** Shortest stretch that counts as one. */
  readonly shortest: number;
  /** Changes weaker than this many standard errors are chance. */
  readonly strongerThan: number;
}

/**
 * Changes of the mean by binary segmentation: the strongest split is taken, then each side is looked
 * at again. Each split compares the weighted means of its two sides in standard errors, as in the
 * likelihood ratio for one change. Assumes independent values with known noise.
 * Source: Hinkley 1970 for one change, Scott & Knott 1974 for the segmentation (from memory).
 */
export function changePoints(values: readonly number[], options: Options): ChangePoint[] {
  const { sd, shortest, strongerThan } = options;
  const weights = sd.map((s) => 1 / (s * s));
  const sumW = prefix(weights);
  const sumWY = prefix(weights.map((w, i) => w * values[i]!));
  const found: ChangePoint[] = [];
  const split = (from: number, to: number) => {
    let best: ChangePoint | null = null;
    for (let k = from + shortest; k <= to - shortest; k++) {
      const [wa, wb] = [sumW[k]! - sumW[from]!, sumW[to]! - sumW[k]!];
      const by = (sumWY[to]! - sumWY[k]!) / wb - (sumWY[k]! - sumWY[from]!) / wa;
      const strength = Math.abs(by) / Math.sqrt(1 / wa + 1 / wb);
      if (!best || strength > best.strength) best = { index: k, by, strength };
    }
    if (!best || best.strength < strongerThan) return;
    found.push(best);
    split(from, best.index);
    split(best.index, to);
  };
  split(0, values.length);
  return found.sort((a, b) => a.index - b.index);
}

function prefix(values: readonly number[]): number[] {
  const sums = [0];
  for (const value of values) sums.push(sums.at(-1)! + value);
  return sums;
}
