import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { daySaid, longDate, longDateFrom, monthSaid, shortDate, weekdaySaid } from './daysSaid.ts';

/** Outside check: the platform’s own formatter, for British English (Unicode CLDR). */
const inBritish = (date: string, how: Intl.DateTimeFormatOptions): string =>
  new Intl.DateTimeFormat('en-GB', { ...how, timeZone: 'UTC' }).format(new Date(date));

describe('days as people say them', () => {
  test('are said as the platform says them', () => {
    const days = fc
      .date({ min: new Date('1980-01-01'), max: new Date('2100-12-31'), noInvalidDate: true })
      .map((day) => day.toISOString().slice(0, 10));
    fc.assert(
      fc.property(days, (date) => {
        expect(daySaid(date)).toBe(inBritish(date, { day: 'numeric', month: 'long' }));
        expect(weekdaySaid(date)).toBe(inBritish(date, { weekday: 'long' }));
        expect(monthSaid(date)).toBe(inBritish(date, { month: 'long', year: 'numeric' }));
        expect(longDate(date)).toBe(`${weekdaySaid(date)}, ${daySaid(date)}`);
      }),
    );
  });

  test('have their year when it is another', () => {
    expect(longDateFrom('2026-12-31', '2026-01-01')).toBe('Thursday, 31 December');
    expect(longDateFrom('2025-12-31', '2026-01-01')).toBe('Wednesday, 31 December 2025');
  });

  test('have three letters for each month, also for September', () => {
    expect(shortDate('2026-09-05')).toBe('5 Sep');
    expect(shortDate('2026-06-15')).toBe('15 Jun');
  });
});
