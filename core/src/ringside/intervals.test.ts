import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { holdsOf, intervalAt } from './intervals.ts';

test('five asked and three soft, over and over', () => {
  const plan = { asked: 5, soft: 3 };
  expect(intervalAt(plan, 0)).toEqual({ round: 1, part: 'asked', done: 0, left: 5 });
  expect(intervalAt(plan, 4)).toEqual({ round: 1, part: 'asked', done: 4, left: 1 });
  expect(intervalAt(plan, 5)).toEqual({ round: 1, part: 'soft', done: 0, left: 3 });
  expect(intervalAt(plan, 8)).toEqual({ round: 2, part: 'asked', done: 0, left: 5 });
});

test('each round is its two parts, whatever they are', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 30 }), fc.integer({ min: 0, max: 30 }), (asked, soft) => {
      const parts = Array.from({ length: 2 * (asked + soft) }, (_, i) =>
        intervalAt({ asked, soft }, i),
      );
      expect(parts.filter((p) => p.part === 'asked')).toHaveLength(2 * asked);
      expect(parts.every((p) => p.left >= 1)).toBe(true);
      expect(parts.at(-1)!.round).toBe(2);
    }),
    { numRuns: 100, seed: 71 },
  );
});

test('the next rung is one more than is usually held', () => {
  expect(holdsOf([])).toBeNull();
  // Nobody counted: that says nothing of what held.
  expect(holdsOf([0, 0])).toBeNull();
  expect(holdsOf([0, 4, 0, 4, 9])).toEqual({ longest: 9, usual: 4, next: 5 });
  expect(holdsOf([2])).toEqual({ longest: 2, usual: 2, next: 3 });
  expect(holdsOf([2, 9, 4, 4])).toEqual({ longest: 9, usual: 4, next: 5 });
});
