import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import * as simple from 'simple-statistics';
import { changePoints } from './changePoints.ts';
import { filterLevel, smoothLevel, type LevelModel, type Reading } from './localLevel.ts';
import { mannKendall } from './mannKendall.ts';
import { median } from './median.ts';
import { normalCdf } from './normal.ts';
import { tapTempo } from './tapTempo.ts';
import { theilSen } from './theilSen.ts';

const values = fc.array(fc.double({ min: -50, max: 50, noNaN: true }), {
  minLength: 1,
  maxLength: 60,
});

/** Reproducible noise of the standard normal law (Box–Muller over a small generator). */
function noise(seed: number): () => number {
  let state = seed >>> 0;
  const uniform = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return (state + 0.5) / 2 ** 32;
  };
  return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
}

describe('the robust middle', () => {
  // Source: simple-statistics, an independent implementation.
  test('agree with another library', () => {
    fc.assert(
      fc.property(values, (data) => {
        expect(median(data)).toBeCloseTo(simple.median(data), 10);
      }),
      { numRuns: 200, seed: 61 },
    );
    expect(median([])).toBeNull();
  });

  test('the normal law agrees with the table of another library', () => {
    for (let z = -3; z <= 3; z += 0.25) {
      expect(normalCdf(z)).toBeCloseTo(simple.cumulativeStdNormalProbability(z), 4);
    }
  });
});

describe('trends', () => {
  // Source: simple-statistics has no test of trend; the count of pairs by hand.
  test('pairs that rise less pairs that fall: 1 3 2 5 4 has eight rising and two falling', () => {
    expect(mannKendall([1, 3, 2, 5, 4])).toMatchObject({ s: 6, varianceOfS: (5 * 4 * 15) / 18 });
    expect(mannKendall([1, 2, 3])).toBeNull();
    expect(mannKendall([4, 4, 4, 4, 4])).toBeNull();
    // Two ties of two: 2·(2·1·9) less in the count.
    expect(mannKendall([1, 1, 2, 2, 3])!.varianceOfS).toBeCloseTo((5 * 4 * 15 - 2 * 18) / 18, 10);
  });

  test('a straight line is found whatever a fifth of its points say', () => {
    const gauss = noise(5);
    const points = Array.from({ length: 40 }, (_, x) => ({
      x,
      y: x % 5 === 3 ? 90 * gauss() : 2 + 0.3 * x + 0.2 * gauss(),
    }));
    const { slope, low, high } = theilSen(points)!;
    expect(slope).toBeCloseTo(0.3, 1);
    expect(low).toBeLessThanOrEqual(slope);
    expect(high).toBeGreaterThanOrEqual(slope);
  });

  test('moves with the axes: another scale and another start give the same line', () => {
    const series = fc.array(
      fc.integer({ min: -100, max: 100 }).map((n) => n / 10),
      { minLength: 5, maxLength: 30 },
    );
    fc.assert(
      fc.property(series, fc.integer({ min: -40, max: 40 }), (ys, shift) => {
        const line = theilSen(ys.map((y, x) => ({ x, y })))!;
        const moved = theilSen(ys.map((y, x) => ({ x: 7 * x + shift, y: 2 * y + 3 })))!;
        expect(moved.slope).toBeCloseTo((line.slope * 2) / 7, 8);
        expect(moved.low).toBeCloseTo((line.low * 2) / 7, 8);
      }),
      { numRuns: 100, seed: 62 },
    );
    expect(theilSen([{ x: 1, y: 1 }])).toBeNull();
    expect(theilSen([1, 2, 3, 4].map((y) => ({ x: 0, y })))).toBeNull();
  });

  test('the interval holds the true slope about nine times in ten', () => {
    const gauss = noise(11);
    let held = 0;
    for (let run = 0; run < 300; run++) {
      const points = Array.from({ length: 25 }, (_, x) => ({ x, y: 0.1 * x + gauss() }));
      const { low, high } = theilSen(points)!;
      if (low <= 0.1 && 0.1 <= high) held++;
    }
    expect(held / 300).toBeGreaterThan(0.85);
    expect(held / 300).toBeLessThan(0.96);
  });
});

describe('the level that walks', () => {
  const model: LevelModel = { prior: { mean: 5, variance: 9 }, driftPerDay: 1 / 56 };
  const reading = fc.record({
    gapDays: fc.integer({ min: 0, max: 90 }),
    value: fc.double({ min: 0, max: 10, noNaN: true }),
    variance: fc.double({ min: 0.05, max: 4, noNaN: true }),
  });
  const series = fc.array(reading, { minLength: 1, maxLength: 9 }).map((gaps) => {
    let day = 0;
    return gaps.map(({ gapDays, value, variance }): Reading => ({
      atDays: (day += gapDays),
      value,
      variance,
    }));
  });

  /** The same model as one Gaussian over all days at once: prior covariance, then conditioned on the readings. */
  function batch(readings: readonly Reading[]) {
    const n = readings.length;
    const first = readings[0]!.atDays;
    const cov = (i: number, j: number) =>
      model.prior.variance +
      model.driftPerDay * (Math.min(readings[i]!.atDays, readings[j]!.atDays) - first);
    const noisy = readings.map((r, i) =>
      readings.map((_, j) => cov(i, j) + (i === j ? r.variance : 0)),
    );
    const inverse = invert(noisy);
    const offs = readings.map((r) => r.value - model.prior.mean);
    return readings.map((_, k) => {
      const gains = readings.map((__, j) =>
        readings.reduce((sum, ___, i) => sum + cov(k, i) * inverse[i]![j]!, 0),
      );
      const mean = model.prior.mean + gains.reduce((sum, g, j) => sum + g * offs[j]!, 0);
      const variance = cov(k, k) - gains.reduce((sum, g, j) => sum + g * cov(j, k), 0);
      return { mean, variance, n };
    });
  }

  // Source: the dense solution of the same Gaussian model, by matrix inversion.
  test('filtered and smoothed, it agrees with the dense solution', () => {
    fc.assert(
      fc.property(series, (readings) => {
        const all = batch(readings);
        smoothLevel(readings, model).forEach((level, i) => {
          expect(level.mean).toBeCloseTo(all[i]!.mean, 7);
          expect(level.variance).toBeCloseTo(all[i]!.variance, 7);
        });
        filterLevel(readings, model).forEach((level, i) => {
          const known = batch(readings.slice(0, i + 1)).at(-1)!;
          expect(level.mean).toBeCloseTo(known.mean, 7);
          expect(level.variance).toBeCloseTo(known.variance, 7);
        });
      }),
      { numRuns: 200, seed: 63 },
    );
  });
});

/** Gauss–Jordan with pivoting; small matrices of the test only. */
function invert(matrix: readonly (readonly number[])[]): number[][] {
  const n = matrix.length;
  const rows = matrix.map((row, i) => [...row, ...row.map((_, j) => (i === j ? 1 : 0))]);
  for (let c = 0; c < n; c++) {
    let pivot = c;
    for (let r = c + 1; r < n; r++)
      if (Math.abs(rows[r]![c]!) > Math.abs(rows[pivot]![c]!)) pivot = r;
    [rows[c], rows[pivot]] = [rows[pivot]!, rows[c]!];
    const scale = rows[c]![c]!;
    rows[c] = rows[c]!.map((v) => v / scale);
    for (let r = 0; r < n; r++) {
      if (r === c) continue;
      const factor = rows[r]![c]!;
      rows[r] = rows[r]!.map((v, k) => v - factor * rows[c]![k]!);
    }
  }
  return rows.map((row) => row.slice(n));
}

describe('changes of the mean', () => {
  test('are found where they are, and not where there is only noise', () => {
    const gauss = noise(21);
    const steps = [...Array(30).fill(5), ...Array(20).fill(6.5), ...Array(25).fill(4)];
    const sd = steps.map(() => 0.6);
    const found = changePoints(
      steps.map((m: number) => m + 0.6 * gauss()),
      {
        sd,
        shortest: 4,
        strongerThan: 3.5,
      },
    );
    expect(found).toHaveLength(2);
    expect(Math.abs(found[0]!.index - 30)).toBeLessThanOrEqual(2);
    expect(Math.abs(found[1]!.index - 50)).toBeLessThanOrEqual(2);
    expect(found[0]!.by).toBeGreaterThan(0);
    let alarms = 0;
    for (let run = 0; run < 60; run++) {
      const flat = sd.map((s) => 5 + s * gauss());
      alarms += changePoints(flat, { sd, shortest: 4, strongerThan: 3.5 }).length ? 1 : 0;
    }
    expect(alarms).toBeLessThan(6);
  });
});

describe('tempo from taps', () => {
  const taps = (perMinute: number, n: number, jitterMs: number, gauss: () => number) =>
    Array.from({ length: n }, (_, k) => (k * 60_000) / perMinute + jitterMs * gauss());

  // Source: Cramér–Rao bound of the slope of a line, Var(T) = 12σ²/(n(n²−1)) (from memory).
  test('is found within the bound of what taps can say', () => {
    const gauss = noise(31);
    const [rate, n, jitter] = [78, 20, 30];
    const period = 60_000 / rate;
    const bound = Math.sqrt((12 * jitter ** 2) / (n * (n ** 2 - 1)));
    let square = 0;
    for (let run = 0; run < 400; run++) {
      const found = tapTempo(taps(rate, n, jitter, gauss))!;
      square += (60_000 / found.perMinute - period) ** 2;
    }
    expect(Math.sqrt(square / 400)).toBeLessThan(1.5 * bound);
    expect(Math.sqrt(square / 400)).toBeGreaterThan(0.7 * bound);
  });

  test('a missed beat is counted, the scatter and the drift are those put in', () => {
    const gauss = noise(41);
    const row = taps(140, 60, 12, gauss).filter((_, k) => k !== 7 && k !== 31);
    const found = tapTempo(row)!;
    expect(found.perMinute).toBeCloseTo(140, 0);
    expect(found.beats).toBe(60);
    expect(found.scatter).toBeCloseTo(12 / (60_000 / 140), 1);
    expect(Math.abs(found.driftPercent)).toBeLessThan(6);
    // Each beat a thousandth shorter than the one before: 14 % a minute at 140.
    const quicker = [0];
    for (let k = 0; k < 40; k++) quicker.push(quicker.at(-1)! + (60_000 / 140) * 0.999 ** k);
    expect(tapTempo(quicker)!.driftPercent).toBeCloseTo(14, 0);
    expect(tapTempo([0, 400, 800, 1200])).toBeNull();
    expect(tapTempo([0, 0, 0, 0, 0])).toBeNull();
  });
});
