import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  aheadOf,
  bandOf,
  BANDS,
  carriedOn,
  chanceOf,
  drawnIn,
  faded,
  wanderOf,
} from './forecast.ts';
import { MARK_MODEL, type DatedMark } from './standing.ts';

/** A uniform and a normal law of its own, so that the check shares nothing with what it checks. */
function dice(seed: number) {
  let state = seed >>> 0;
  const uniform = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return (state + 0.5) / 2 ** 32;
  };
  // Box and Muller 1958 (from memory).
  return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
}

const marks = (values: readonly number[], every = 4, from = 0): DatedMark[] =>
  values.map((value, i) => ({ scale: 'contact', rein: 'left', day: from + i * every, value }));
const line = (n: number, from: number, by: number) =>
  marks(Array.from({ length: n }, (_, i) => from + by * i + (i % 2 ? 0.2 : -0.2)));

describe('a level carried on', () => {
  test('agrees with 20,000 simulated horses, day by day', () => {
    const normal = dice(7);
    const level = { mean: 5.4, variance: 0.2 };
    const slope = { mean: 0.012, variance: 0.008 ** 2 };
    const days = 56;
    const ends: number[] = [];
    for (let k = 0; k < 20_000; k++) {
      let x = level.mean + Math.sqrt(level.variance) * normal();
      let beta = slope.mean + Math.sqrt(slope.variance) * normal();
      // A day's step of a trend that fades by e in 56 days, and of the walk.
      for (let d = 0; d < days; d++) {
        x += beta * faded(1) + Math.sqrt(MARK_MODEL.driftPerDay) * normal();
        beta *= Math.exp(-1 / 56);
      }
      ends.push(x);
    }
    const mean = ends.reduce((a, b) => a + b, 0) / ends.length;
    const sd = Math.sqrt(ends.reduce((a, b) => a + (b - mean) ** 2, 0) / ends.length);
    const exact = carriedOn(level, slope, days);
    expect(exact.mean).toBeCloseTo(mean, 1);
    expect(exact.sd).toBeCloseTo(sd, 1);
    for (const target of [5, 6, 7]) {
      const share = ends.filter((x) => x >= target).length / ends.length;
      expect(chanceOf(exact, target)).toBeCloseTo(share, 1);
    }
    for (const { share, z } of BANDS) {
      const { low, high } = bandOf(exact, z);
      const inside = ends.filter((x) => x >= low && x <= high).length / ends.length;
      expect(Math.abs(inside - share)).toBeLessThan(0.02);
    }
  });

  test('property: less sure with every day, never backwards, the chance falls with what is asked', () => {
    const level = fc.record({
      mean: fc.double({ min: 1, max: 9, noNaN: true }),
      variance: fc.double({ min: 0.01, max: 4, noNaN: true }),
    });
    const slope = fc.record({
      mean: fc.double({ min: -0.05, max: 0.05, noNaN: true }),
      variance: fc.double({ min: 0, max: 1e-3, noNaN: true }),
    });
    fc.assert(
      fc.property(level, slope, fc.nat(150), (l, s, days) => {
        const [a, b] = [carriedOn(l, s, days), carriedOn(l, s, days + 7)];
        expect(b.sd).toBeGreaterThan(a.sd);
        expect(Math.sign(s.mean) * (b.mean - a.mean)).toBeGreaterThanOrEqual(0);
        expect(chanceOf(a, 4)).toBeGreaterThanOrEqual(chanceOf(a, 5));
      }),
    );
  });

  test('a slope is drawn in the more, the less sure it is', () => {
    const sure = drawnIn(0.02, 0.002);
    const unsure = drawnIn(0.02, 0.05);
    expect(sure.mean).toBeGreaterThan(0.95 * 0.02);
    expect(unsure.mean).toBeLessThan(0.1 * 0.02);
    expect(unsure.variance).toBeGreaterThan(sure.variance);
  });
});

describe('how fast a horse wanders', () => {
  /** A level that walks at a pace, marked every other day. */
  function horse(driftPerDay: number, seed: number, days: number) {
    const normal = dice(seed);
    let x = 5 + normal();
    const levels: number[] = [];
    const seen: DatedMark[] = [];
    for (let day = 0; day < days; day++) {
      x += Math.sqrt(driftPerDay) * normal();
      levels.push(x);
      if (day % 2 === 0)
        seen.push({ scale: 'contact', rein: 'left', day, value: x + 0.75 * normal() });
    }
    return { levels, seen };
  }

  test('is read from its own marks: a slow horse is told from one that moves', () => {
    const slow = [1, 2, 3, 4].map((s) => wanderOf(horse(1 / 3000, s, 300).seen).model.driftPerDay);
    const quick = [1, 2, 3, 4].map((s) => wanderOf(horse(1 / 40, s, 300).seen).model.driftPerDay);
    expect(Math.max(...slow)).toBeLessThan(Math.min(...quick));
  });

  test('the bands hold as often as they say, for slow horses and for quick ones', () => {
    for (const drift of [1 / 1500, 1 / 120]) {
      let [made, held] = [0, 0];
      for (let seed = 1; seed <= 60; seed++) {
        const { levels, seen } = horse(drift, seed, 300);
        const said = aheadOf(seen, 'contact', 'left', 240).at(240 + 42);
        if (!said) continue;
        const { low, high } = bandOf(said, BANDS[1].z);
        made++;
        if (levels[282]! >= low && levels[282]! <= high) held++;
      }
      expect(made).toBeGreaterThan(50);
      // Of four in five, with what sixty horses leave to chance.
      expect(held / made).toBeGreaterThan(0.68);
      expect(held / made).toBeLessThan(0.97);
    }
  });
});

describe('what lies ahead of a horse', () => {
  test('one that improves is expected higher, one that slips lower', () => {
    const up = aheadOf(line(20, 4, 0.1), 'contact', 'left', 76);
    const down = aheadOf(line(20, 7, -0.1), 'contact', 'left', 76);
    expect(up.at(76 + 56)!.mean).toBeGreaterThan(up.at(76)!.mean + 0.4);
    expect(down.at(76 + 56)!.mean).toBeLessThan(down.at(76)!.mean - 0.4);
    expect(chanceOf(up.at(76 + 56)!, 6)).toBeGreaterThan(0.5);
  });

  test('says why, where it cannot know', () => {
    const of = (m: DatedMark[], today: number) => aheadOf(m, 'contact', 'left', today);
    expect(of([], 10).why).toBe('too little seen');
    expect(of(marks([5, 6, 5]), 10).why).toBe('too little seen');
    expect(of(line(20, 5, 0), 76 + 40).why).toBe('not seen lately');
    const known = of(line(20, 5, 0), 76);
    expect(known.why).toBeNull();
    expect(known.at(75)).toBeNull();
    expect(known.at(76 + 400)).toBeNull();
    // What comes after today does not change what was said on it.
    expect(of([...line(20, 5, 0), ...marks([9, 9, 9], 4, 90)], 76).at(100)).toEqual(known.at(100));
  });

  test('bands stay within the marks there are', () => {
    expect(bandOf({ mean: 9.5, sd: 2 }, 1.96)).toEqual({ low: 9.5 - 3.92, high: 10 });
    expect(bandOf({ mean: 0.5, sd: 2 }, 1.96).low).toBe(0);
  });
});
