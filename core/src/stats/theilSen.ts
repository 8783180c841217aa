import { mannKendall } from './mannKendall.ts';
import { middleOf } from './median.ts';
import { Z90 } from './normal.ts';

export interface RobustTrend {
  /** Median of the slopes of all pairs. */
  readonly slope: number;
  /** Interval that holds the true slope nine times in ten. */
  readonly low: number;
  readonly high: number;
}

/**
 * Robust straight line: up to a quarter of the points may be wild. The interval is Sen's, from
 * Kendall's variance, so it assumes independent errors.
 * Source: Theil 1950, Sen 1968 (from memory).
 * Fewer than four points, or all at one time: null.
 */
export function theilSen(points: readonly { x: number; y: number }[]): RobustTrend | null {
  const slopes: number[] = [];
  for (let i = 0; i < points.length; i++) {
    for (let j = i + 1; j < points.length; j++) {
      const dx = points[j]!.x - points[i]!.x;
      if (dx !== 0) slopes.push((points[j]!.y - points[i]!.y) / dx);
    }
  }
  const inOrder = [...points].sort((a, b) => a.x - b.x).map((p) => p.y);
  const kendall = mannKendall(inOrder);
  if (slopes.length === 0 || points.length < 4) return null;
  // All pairs of many points: put in order once, as bare numbers.
  const sorted = Float64Array.from(slopes).sort();
  const slope = middleOf(sorted);
  // All values alike: a level line, and nothing to doubt.
  if (!kendall) return { slope, low: slope, high: slope };
  const n = sorted.length;
  const reach = Z90 * Math.sqrt(kendall.varianceOfS);
  const at = (i: number) => sorted[Math.max(0, Math.min(n - 1, i))]!;
  return {
    slope,
    low: at(Math.floor((n - reach) / 2) - 1),
    high: at(Math.ceil((n + reach) / 2)),
  };
}
