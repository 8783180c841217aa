import { describe, expect, test } from '@jest/globals';
import { SCALES } from '../scales.ts';
import { parseLesson } from '../notation/parse.ts';
import { compileRide } from '../ride/compile.ts';
import { demandsOf, demandsOfAll, expectedMark, type Demands } from './demands.ts';
import { OUR_SHEETS } from './ours.ts';
import { sheetOf } from './sheet.ts';

const read = (text: string) => {
  const { lesson } = parseLesson(text);
  const ride = compileRide(lesson);
  return { ride, sheet: sheetOf(lesson, ride) };
};
const most = (demands: Demands) =>
  SCALES.reduce((a, b) => (demands[b] > demands[a] ? b : a), SCALES[0]);

describe('what a box asks', () => {
  test.each([
    ['A centre line\nX halt 4 s', 'straightness'],
    ['E circle left 20', 'suppleness'],
    ['F-M trot medium', 'impulsion'],
    ['F-M shoulder-in', 'straightness'],
    ['A centre line\nX walk pirouette left 180', 'collection'],
    ['C circle left 20, stretch', 'suppleness'],
  ])('%s: most of all %s', (lines, scale) => {
    const { ride, sheet } = read(`test "T"\nstart A trot left\nbox 1\n${lines}`);
    expect(most(demandsOf(sheet.boxes[0]!, ride))).toBe(scale);
  });

  test('the shares of every box of our sheets add up, and higher sheets ask for more collection', () => {
    const collection = OUR_SHEETS.map(({ text }) => {
      const { ride, sheet } = read(text);
      for (const box of sheet.boxes) {
        const sum = SCALES.reduce((total, s) => total + demandsOf(box, ride)[s], 0);
        expect(sum).toBeCloseTo(1, 9);
      }
      return demandsOfAll(sheet.boxes, ride).collection;
    });
    expect(collection.at(-1)!).toBeGreaterThan(0.2);
    expect(collection[0]!).toBeLessThan(0.05);
  });
});

describe('the mark that is expected', () => {
  const half: Demands = {
    rhythm: 0.5,
    suppleness: 0.5,
    contact: 0,
    impulsion: 0,
    straightness: 0,
    collection: 0,
  };

  test('is the mean of the levels, no surer than a judge', () => {
    const expected = expectedMark(half, (s) => ({ mean: s === 'rhythm' ? 7 : 6, sd: 0.6 }));
    expect(expected!.mean).toBeCloseTo(6.5, 9);
    // √(0.3² + 0.3² + 0.5²)
    expect(expected!.sd).toBeCloseTo(Math.sqrt(0.43), 9);
  });

  test('says nothing where most is not known', () => {
    expect(expectedMark(half, () => null)).toBeNull();
    const some = { ...half, rhythm: 0.2, suppleness: 0.8 };
    expect(expectedMark(some, (s) => (s === 'rhythm' ? { mean: 7, sd: 1 } : null))).toBeNull();
  });
});
