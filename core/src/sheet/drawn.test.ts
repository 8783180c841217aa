import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Point } from '../geometry/curve.ts';
import { parseLesson } from '../notation/parse.ts';
import { compileRide } from '../ride/compile.ts';
import { compareDrawn, frechetM, lengthOf, linesOfBox } from './drawn.ts';
import { OUR_SHEETS } from './ours.ts';
import { sheetOf } from './sheet.ts';

const read = (text: string) => {
  const { lesson } = parseLesson(text);
  const ride = compileRide(lesson);
  return { ride, boxes: sheetOf(lesson, ride).boxes };
};
/** As a hand draws it: every few metres, each point a little off. */
const byHand = (line: readonly Point[], offM: number): Point[] =>
  line
    .filter((_, i) => i % 3 === 0 || i === line.length - 1)
    .map(({ x, y }, i) => ({
      x: x + offM * Math.sin(2.1 * i + 1),
      y: y + offM * Math.cos(1.7 * i),
    }));
const circle = (radiusM: number, turn: 1 | -1 = 1): Point[] =>
  Array.from({ length: 64 }, (_, i) => ({
    x: radiusM * Math.cos((turn * 2 * Math.PI * i) / 63),
    y: radiusM * Math.sin((turn * 2 * Math.PI * i) / 63),
  }));

describe('how far two lines lie apart', () => {
  test('by hand: parallels, circles one in the other, the other way round', () => {
    const line = (x: number) => Array.from({ length: 21 }, (_, y) => ({ x, y }));
    expect(frechetM(line(0), line(3))).toBeCloseTo(3, 9);
    expect(frechetM(circle(10), circle(8))).toBeCloseTo(2, 6);
    // Whoever goes the other way round is across the circle at some moment.
    expect(frechetM(circle(10), circle(10, -1))).toBeGreaterThan(13);
    expect(frechetM([], line(0))).toBe(Infinity);
  });

  test('property: none from itself, the same from either side, never less than at the ends', () => {
    const point = fc.record({
      x: fc.integer({ min: -10, max: 10 }),
      y: fc.integer({ min: 0, max: 60 }),
    });
    const line = fc.array(point, { minLength: 1, maxLength: 30 });
    fc.assert(
      fc.property(line, line, (a, b) => {
        expect(frechetM(a, a)).toBe(0);
        expect(frechetM(a, b)).toBeCloseTo(frechetM(b, a), 9);
        const ends = [0, -1].map((i) =>
          Math.hypot(a.at(i)!.x - b.at(i)!.x, a.at(i)!.y - b.at(i)!.y),
        );
        expect(frechetM(a, b)).toBeGreaterThanOrEqual(Math.max(...ends) - 1e-9);
      }),
    );
  });
});

describe.each(OUR_SHEETS)('drawn from $name', ({ text }) => {
  const { ride, boxes } = read(text);
  const drawable = boxes
    .map((box) => ({ box, lines: linesOfBox(ride, box.itemIds) }))
    .filter(({ lines }) => lines.length > 0);

  test('each box is known from a shaky hand, the other way round it is not', () => {
    expect(drawable.length).toBeGreaterThanOrEqual(boxes.length - 2);
    for (const { lines } of drawable) {
      for (const line of lines) {
        expect(compareDrawn(byHand(line, 1.5), lines)).toMatchObject({ right: true });
        if (lengthOf(line) < 20) continue;
        const back = compareDrawn([...line].reverse(), lines);
        expect(back).toMatchObject({ right: false, wrong: 'other way round' });
      }
    }
  });
});

test('says what is wrong', () => {
  const { ride, boxes } = read(
    'arena 20x60\nstart A trot working left\nbox 1\nE circle left 20 x2\nbox 2\nK-X-M change rein',
  );
  const [circles, diagonal] = boxes.map((b) => linesOfBox(ride, b.itemIds));
  const across = diagonal!.at(-1)!;
  expect(compareDrawn(across, circles!).right).toBe(false);
  // Once round is enough for a circle that is ridden twice.
  const shortest = circles!.reduce((a, b) => (lengthOf(b) < lengthOf(a) ? b : a));
  expect(lengthOf(shortest)).toBeCloseTo(Math.PI * 19, -1);
  expect(compareDrawn(shortest, circles!)).toMatchObject({ right: true });
  const moved = across.map(({ x, y }) => ({ x: -x, y }));
  expect(compareDrawn(moved, diagonal!)).toMatchObject({ wrong: 'begins elsewhere' });
  const half = across.slice(0, across.length / 2);
  expect(compareDrawn(half, diagonal!)).toMatchObject({ wrong: 'ends elsewhere' });
  const bulging = across.map(({ x, y }, i) => ({
    x: x + 8 * Math.sin((Math.PI * i) / (across.length - 1)),
    y,
  }));
  expect(compareDrawn(bulging, diagonal!)).toMatchObject({ wrong: 'another line' });
});
