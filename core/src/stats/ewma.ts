export interface EwmaChart {
  readonly values: readonly number[];
  readonly low: number;
  readonly high: number;
}

/**
 * Exponentially weighted moving average with its control limits in the long run.
 * Source: NIST/SEMATECH e-Handbook of Statistical Methods 6.3.2.4 (from memory).
 *
 * @param lambda weight of the newest value, 0 < λ ≤ 1
 * @param start the level before the first value, and the centre of the limits
 * @param sd standard deviation of one value
 */
export function ewma(
  data: readonly number[],
  { lambda, start, sd, limits = 3 }: { lambda: number; start: number; sd: number; limits?: number },
): EwmaChart {
  if (!(lambda > 0 && lambda <= 1)) {
    throw new RangeError(`ewma: lambda must be > 0 and at most 1, got ${lambda}`);
  }
  let level = start;
  const values = data.map((value) => (level = lambda * value + (1 - lambda) * level));
  const reach = limits * sd * Math.sqrt(lambda / (2 - lambda));
  return { values, low: start - reach, high: start + reach };
}
