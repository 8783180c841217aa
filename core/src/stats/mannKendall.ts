import { normalCdf } from './normal.ts';

export interface MannKendall {
  /** Rising pairs less falling pairs. */
  readonly s: number;
  readonly varianceOfS: number;
  /** Two-sided probability of so strong a trend when there is none. */
  readonly p: number;
}

/**
 * Test for a monotone trend of values in their order; ties lessen the variance.
 * Assumes independent values. Source: Mann 1945, Kendall 1975 (from memory).
 * Fewer than four values, or all alike: null.
 */
export function mannKendall(values: readonly number[]): MannKendall | null {
  const n = values.length;
  if (n < 4) return null;
  let s = 0;
  for (let i = 0; i < n; i++) {
    for (let j = i + 1; j < n; j++) s += Math.sign(values[j]! - values[i]!);
  }
  const counts = new Map<number, number>();
  for (const v of values) counts.set(v, (counts.get(v) ?? 0) + 1);
  const ties = [...counts.values()].reduce((sum, t) => sum + t * (t - 1) * (2 * t + 5), 0);
  const varianceOfS = (n * (n - 1) * (2 * n + 5) - ties) / 18;
  if (varianceOfS <= 0) return null;
  const z = s === 0 ? 0 : (s - Math.sign(s)) / Math.sqrt(varianceOfS);
  return { s, varianceOfS, p: Math.min(1, 2 * (1 - normalCdf(Math.abs(z)))) };
}
