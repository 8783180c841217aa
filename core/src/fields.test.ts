import { describe, expect, test } from '@jest/globals';
import { daySchema, idSchema, instantSchema } from './fields.ts';

describe('what every record is made of', () => {
  test('an id is one id in whatever letters', () => {
    const id = '0197C5A0-0000-7000-8000-63616E746572';
    expect(idSchema.parse(id)).toBe(id.toLowerCase());
    expect(idSchema.safeParse('constructor').success).toBe(false);
  });

  test.each([
    ['2026-02-28', true],
    ['2026-02-30', false],
    ['0000-01-01', false],
    ['1899-12-31', false],
    ['2200-01-01', false],
  ])('%s is a day of the book: %p', (day, is) => {
    expect(daySchema.safeParse(day).success).toBe(is);
  });

  test.each([
    ['2026-05-02T15:00:00Z', true],
    ['2026-05-02T15:00:00+14:00', true],
    ['2026-05-02T15:00:00-14:01', false],
    ['9999-05-02T15:00:00Z', false],
  ])('%s is an instant of the book: %p', (instant, is) => {
    expect(instantSchema.safeParse(instant).success).toBe(is);
  });
});
