import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { heatOf, wetBulbGlobeC } from './heat.ts';

test('agrees with the formula worked by hand', () => {
  // 30 °C, 60 %: e = 0.6 · 6.105 · exp(518.1 / 267.7) = 25.37 hPa; 17.01 + 9.97 + 3.94.
  expect(wetBulbGlobeC(30, 60)).toBeCloseTo(30.92, 1);
  // 20 °C, 50 %: e = 0.5 · 6.105 · exp(345.4 / 257.7) = 11.66 hPa; 11.34 + 4.58 + 3.94.
  expect(wetBulbGlobeC(20, 50)).toBeCloseTo(19.86, 1);
  // Saturated air at freezing point has 6.1 hPa by any table.
  expect(wetBulbGlobeC(0, 100)).toBeCloseTo(0.393 * 6.105 + 3.94, 6);
});

test('property: warmer or damper is never cooler; a cold wet day is not hot', () => {
  const air = fc.record({
    t: fc.integer({ min: -20, max: 45 }),
    rh: fc.integer({ min: 0, max: 95 }),
  });
  fc.assert(
    fc.property(air, ({ t, rh }) => {
      expect(wetBulbGlobeC(t + 1, rh)).toBeGreaterThan(wetBulbGlobeC(t, rh));
      expect(wetBulbGlobeC(t, rh + 5)).toBeGreaterThan(wetBulbGlobeC(t, rh));
      if (t <= 20) expect(heatOf(wetBulbGlobeC(t, rh))).toBe('cool');
    }),
  );
  expect([27.9, 28, 31.9, 32].map(heatOf)).toEqual(['cool', 'hot', 'hot', 'too hot']);
});
