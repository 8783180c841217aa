import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { remember, remembered, USUAL, wishesOf, type Wished } from './wishes.ts';

const KEY = 'canter-book-wishes';
beforeEach(() => localStorage.clear());
afterEach(() => {
  jest.restoreAllMocks();
});

describe('what is wished for', () => {
  test('minutes, arena and equipment are the next beginning; the rest is today’s', () => {
    const wished: Wished = {
      minutes: 30,
      arena: '20 × 40',
      mood: 'tired',
      hot: true,
      equipment: ['poles'],
      rider: 'somebody',
      mustHave: ['travers'],
      notToday: ['renvers'],
    };
    remember(wished);
    expect(remembered()).toEqual({
      ...USUAL,
      minutes: 30,
      arena: '20 × 40',
      equipment: ['poles'],
    });
  });

  test.each([
    'no JSON',
    '[]',
    'null',
    '{"minutes":"long"}',
    '{"minutes":-4}',
    '{"arena":"the moon"}',
    '{"equipment":"poles"}',
    '{"equipment":["trampoline"]}',
  ])('%s on the device leaves the usual wishes', (kept) => {
    localStorage.setItem(KEY, kept);
    expect(remembered()).toEqual(USUAL);
  });

  test('a device that keeps nothing is no fault', () => {
    jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new DOMException('full');
    });
    expect(() => remember(USUAL)).not.toThrow();
  });

  test('become what the planner is told', () => {
    const wishes = wishesOf({ ...USUAL, arena: '20 × 40', notToday: ['travers'] }, [], []);
    expect(wishes).toMatchObject({
      minutes: 45,
      arena: { widthM: 20, lengthM: 40 },
      notToday: ['travers'],
    });
    expect(wishes.date).toMatch(/^\d{4}-\d{2}-\d{2}$/);
  });
});
