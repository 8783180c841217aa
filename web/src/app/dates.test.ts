import { describe, expect, test } from '@jest/globals';
import { ago, longDate, shortDate, today, whenSaid } from './dates.ts';

describe('days as people say them', () => {
  test.each([
    ['2026-03-20', 'today'],
    ['2026-03-19', 'yesterday'],
    ['2026-03-15', '5 days ago'],
    ['2026-02-28', '20 days ago'],
    ['2026-02-27', '27 Feb'],
    // A lesson that is planned.
    ['2026-03-21', '21 Mar'],
  ])('%s, on the 20th of March, is %s', (date, says) => {
    expect(ago(date, '2026-03-20')).toBe(says);
  });

  test('over the change of the clocks a day is a day', () => {
    expect(ago('2026-03-28', '2026-03-30')).toBe('2 days ago');
    expect(ago('2026-10-24', '2026-10-25')).toBe('yesterday');
  });

  test('short and long', () => {
    expect(shortDate('2026-03-05')).toBe('5 Mar');
    expect(longDate('2026-03-05')).toBe('Thursday, 5 March');
    expect(today()).toMatch(/^\d{4}-\d{2}-\d{2}$/);
  });

  test('an instant is said with its time, where the person is', () => {
    const now = new Date();
    now.setHours(14, 5, 0, 0);
    expect(whenSaid(now.toISOString())).toBe('today 14:05');
  });
});
