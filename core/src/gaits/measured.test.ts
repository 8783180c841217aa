import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { rideOf, movementOf, PAPER } from '../testing/lessons.ts';
import { ANY_HORSE, horseStride } from './horse.ts';
import { measure, measuredStride, pool, type Measurement } from './measured.ts';
import { strideOf } from './strideTable.ts';

const ridden = (
  pace: Measurement['pace'],
  strides: number,
  seconds: number,
  metres = 48,
): Measurement => ({
  gait: 'trot',
  pace,
  metres,
  strides,
  seconds,
});

describe('measuring a horse', () => {
  test('a known distance gives stride, speed and tempo, each with its uncertainty', () => {
    const m = measure(ridden('working', 20, 14.4));
    expect(m.lengthM.value).toBeCloseTo(2.4, 9);
    // ± ½ stride, anywhere alike: 2.4 · (½/√3)/20.
    expect(m.lengthM.sd).toBeCloseTo((2.4 * 0.5) / Math.sqrt(3) / 20, 9);
    expect(m.speedMps.value).toBeCloseTo(48 / 14.4, 9);
    expect(m.speedMps.sd).toBeCloseTo(((48 / 14.4) * 0.3) / 14.4, 9);
    expect(m.tempo.value).toBeCloseTo((60 * 20) / 14.4, 9);
  });

  test('pooling: equal readings are √k surer, a scattered lot is less sure than its parts say', () => {
    const equal = pool([
      { value: 2, sd: 0.1 },
      { value: 2, sd: 0.1 },
      { value: 2, sd: 0.1 },
      { value: 2, sd: 0.1 },
    ]);
    expect(equal).toEqual({ value: 2, sd: expect.closeTo(0.05, 12) });
    const apart = pool([
      { value: 1.7, sd: 0.1 },
      { value: 2.3, sd: 0.1 },
    ]);
    expect(apart.value).toBeCloseTo(2, 9);
    expect(apart.sd).toBeCloseTo(0.3, 9);
    expect(
      pool([
        { value: 1, sd: 0.1 },
        { value: 2, sd: 0.2 },
      ]).value,
    ).toBeCloseTo(1.2, 9);
  });

  test('a pooled value lies between its parts', () => {
    const value = fc.record({
      value: fc.double({ min: 1, max: 4, noNaN: true }),
      sd: fc.double({ min: 0.01, max: 1, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(value, { minLength: 1, maxLength: 8 }), (values) => {
        const { value: mean, sd } = pool(values);
        expect(mean).toBeGreaterThanOrEqual(Math.min(...values.map((v) => v.value)) - 1e-9);
        expect(mean).toBeLessThanOrEqual(Math.max(...values.map((v) => v.value)) + 1e-9);
        expect(sd).toBeGreaterThan(0);
      }),
      { seed: 11 },
    );
  });

  test('what is measured is used as it is; the rest of the gait moves with it; other gaits do not', () => {
    const horse = { ...ANY_HORSE, measured: [ridden('working', 20, 14.4)] };
    const ratio = 2.4 / strideOf(165, 'trot', 'working')!.lengthM;
    expect(horseStride(horse, 'trot', 'working').lengthM).toBeCloseTo(2.4, 9);
    expect(horseStride(horse, 'trot', 'medium').lengthM).toBeCloseTo(3.26 * ratio, 9);
    expect(horseStride(horse, 'canter', 'working')).toEqual(strideOf(165, 'canter', 'working'));
    expect(measuredStride(horse.measured, 'trot', 'medium')).toBeNull();
  });

  test('every count of the ride uses it', () => {
    const text = `${PAPER}A trot working\nE circle left 20\n`;
    const horse = { ...ANY_HORSE, measured: [ridden('working', 24, 16)] };
    expect(movementOf(rideOf(text, horse), 'circle').strides).toBeCloseTo((20 * Math.PI) / 2, 6);
    expect(movementOf(rideOf(text, horse), 'circle').seconds).toBeCloseTo((20 * Math.PI) / 3, 6);
  });

  test.each([
    [0, 14, 48],
    [20, 0, 48],
    [20, 14, 0],
  ])('%p strides in %p s over %p m is a mistake of the program', (strides, seconds, metres) => {
    expect(() => measure(ridden('working', strides, seconds, metres))).toThrow('all must be > 0');
  });
});
