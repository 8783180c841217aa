import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  standing as standingObservations,
  observationSchema,
  type Observation,
} from '../observations/observation.ts';
import { filterLevel, laterLevel, type Reading } from '../stats/localLevel.ts';
import { dateOf, dayOf } from './days.ts';
import { MARK_MODEL, firstUnconfirmed, levelAt, standingsOf, type DatedMark } from './standing.ts';

/** Solves A·x = b by elimination with pivoting: dense and plain, to check the filter against. */
function solve(a: number[][], b: number[]): number[] {
  const n = b.length;
  const m = a.map((row, i) => [...row, b[i]!]);
  for (let c = 0; c < n; c++) {
    const pivot = m
      .slice(c)
      .reduce((best, row, i) => (Math.abs(row[c]!) > Math.abs(m[best]![c]!) ? i + c : best), c);
    [m[c], m[pivot]] = [m[pivot]!, m[c]!];
    for (let r = c + 1; r < n; r++) {
      const f = m[r]![c]! / m[c]![c]!;
      for (let k = c; k <= n; k++) m[r]![k]! -= f * m[c]![k]!;
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let r = n - 1; r >= 0; r--) {
    const known = x.reduce((sum, v, k) => (k > r ? sum + m[r]![k]! * v : sum), 0);
    x[r] = (m[r]![n]! - known) / m[r]![r]!;
  }
  return x;
}

/**
 * The last level given all readings, from the joint Gaussian of the same model: the states have
 * covariance P0 + q·(days since the first), the readings add their noise.
 */
function denseLevel(readings: readonly Reading[], model: typeof MARK_MODEL) {
  const t0 = readings[0]!.atDays;
  const cov = (i: number, j: number) =>
    model.prior.variance +
    model.driftPerDay * (Math.min(readings[i]!.atDays, readings[j]!.atDays) - t0);
  const n = readings.length;
  const y = readings.map((_, i) =>
    readings.map((__, j) => cov(i, j) + (i === j ? readings[i]!.variance : 0)),
  );
  const last = readings.map((_, j) => cov(n - 1, j));
  const weights = solve(y, last);
  const mean =
    model.prior.mean +
    weights.reduce((sum, w, i) => sum + w * (readings[i]!.value - model.prior.mean), 0);
  const variance = cov(n - 1, n - 1) - weights.reduce((sum, w, i) => sum + w * last[i]!, 0);
  return { mean, variance };
}

describe('the local-level filter', () => {
  // Algebra: the filter is exact, so it equals the batch solution of the same model.
  test('equals the dense Gaussian solution on random series', () => {
    const readings = fc
      .array(
        fc.record({
          atDays: fc.double({ min: 0, max: 20, noNaN: true }),
          value: fc.double({ min: 0, max: 10, noNaN: true }),
          variance: fc.double({ min: 0.1, max: 4, noNaN: true }),
        }),
        { minLength: 1, maxLength: 12 },
      )
      .map((steps) => {
        let day = 0;
        return steps.map((s) => ({ ...s, atDays: (day += s.atDays) }));
      });
    fc.assert(
      fc.property(readings, (series) => {
        const filtered = filterLevel(series, MARK_MODEL).at(-1)!;
        const dense = denseLevel(series, MARK_MODEL);
        expect(filtered.mean).toBeCloseTo(dense.mean, 8);
        expect(filtered.variance).toBeCloseTo(dense.variance, 8);
      }),
      { numRuns: 200, seed: 4 },
    );
  });

  test('grows less sure as time passes without evidence', () => {
    const level = { mean: 6, variance: 0.1 };
    expect(laterLevel(level, 56, MARK_MODEL).variance).toBeCloseTo(1.1, 9);
    expect(laterLevel(level, 56, MARK_MODEL).mean).toBe(6);
  });
});

describe('where a horse stands', () => {
  const mark = (
    day: number,
    value: number,
    rein: 'left' | 'right' = 'left',
    scale: DatedMark['scale'] = 'rhythm',
  ): DatedMark => ({ scale, rein, day, value });

  test('is nothing without marks, and the marks’ own level with many', () => {
    expect(levelAt([], 10)).toBeNull();
    const steady = Array.from({ length: 40 }, (_, i) => mark(i, 7));
    const { rhythm } = standingsOf(steady, 40);
    expect(rhythm.left!.mean).toBeCloseTo(7, 1);
    expect(rhythm.left!.sd).toBeLessThan(0.4);
    expect(rhythm.right).toBeNull();
  });

  test('has a notch where it was four weeks ago', () => {
    const rising = Array.from({ length: 60 }, (_, i) => mark(i, 4 + i / 20));
    const { left } = standingsOf(rising, 59).rhythm;
    expect(left!.mean).toBeGreaterThan(left!.monthAgo! + 0.8);
  });

  test('waits for the lowest scale that is not confirmed, on its weaker rein', () => {
    const marks = [
      mark(1, 8),
      mark(1, 8, 'right'),
      mark(1, 3, 'left', 'contact'),
      mark(1, 2, 'right', 'contact'),
      mark(1, 1, 'left', 'collection'),
    ];
    expect(firstUnconfirmed(standingsOf(marks, 1))).toMatchObject({
      scale: 'contact',
      rein: 'right',
    });
    expect(firstUnconfirmed(standingsOf([], 1))).toBeNull();
  });
});

test('days and dates are two names of the same', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 40_000 }), (day) => expect(dayOf(dateOf(day))).toBe(day)),
    { seed: 5 },
  );
});

test('a corrected observation no longer stands, a withdrawal leaves nothing', () => {
  const id = (n: number) => `0190a0b0-0000-7000-8000-00000000000${n}`;
  const base = {
    sessionId: id(9),
    at: '2026-01-01T10:00:00Z',
    scale: 'contact',
    rein: 'left',
    kind: 'mark',
  } as const;
  const seen: Observation[] = [
    { ...base, id: id(1), value: 5 },
    { ...base, id: id(2), value: 6.5, corrects: id(1) },
    { ...base, id: id(3), value: 4 },
    { id: id(4), sessionId: id(9), at: base.at, kind: 'withdrawn', corrects: id(3) },
  ];
  expect(standingObservations(seen).map((o) => o.id)).toEqual([id(2)]);
  expect(observationSchema.safeParse({ ...seen[0], value: 5.3 }).success).toBe(false);
});
