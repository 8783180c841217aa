import { describe, expect, test } from '@jest/globals';
import { distanceM } from '../geometry/curve.ts';
import { findLetter, letterOnRail, letterOnTrack, lettersOf, metresOutside } from './arena.ts';
import { courseLegs, lettersAhead, plannedMetresFor, trackCourse, trackLengthM } from './course.ts';

const LONG = { widthM: 20, lengthM: 60, insetM: 0 };
const SHORT = { widthM: 20, lengthM: 40, insetM: 0 };
const at = (arena: typeof LONG, name: string) => letterOnRail(arena, findLetter(arena, name)!);
const apart = (arena: typeof LONG, a: string, b: string) => distanceM(at(arena, a), at(arena, b));

describe('the arena', () => {
  // Source: international dressage rules, arena (from memory).
  test.each([
    [
      LONG,
      {
        K: 6,
        V: 18,
        E: 30,
        S: 42,
        H: 54,
        F: 6,
        P: 18,
        B: 30,
        R: 42,
        M: 54,
        D: 6,
        L: 18,
        X: 30,
        I: 42,
        G: 54,
        A: 0,
        C: 60,
      },
    ],
    [SHORT, { K: 6, E: 20, H: 34, F: 6, B: 20, M: 34, D: 6, X: 20, G: 34, A: 0, C: 40 }],
  ])('has its letters where the rules put them', (arena, table) => {
    const found = Object.fromEntries(lettersOf(arena).map((l) => [l.name, l.y]));
    expect(found).toEqual(table);
  });

  // Source: the same (from memory): 48 m from M to F, 52 m a long diagonal, 28 m in the short arena.
  test('keeps the published distances', () => {
    expect(apart(LONG, 'M', 'F')).toBe(48);
    expect(apart(LONG, 'H', 'F')).toBe(52);
    expect(apart(SHORT, 'M', 'F')).toBe(28);
    expect(apart(LONG, 'E', 'B')).toBe(20);
  });

  test('scales the letters of another size from the nearer standard arena', () => {
    const hall = { widthM: 15, lengthM: 30, insetM: 0 };
    expect(findLetter(hall, 'E')!.y).toBeCloseTo(15, 9);
    expect(findLetter(hall, 'K')!.y).toBeCloseTo(4.5, 9);
    expect(findLetter(hall, 'V')).toBeUndefined();
    expect(findLetter({ ...LONG, lengthM: 55 }, 'V')!.y).toBeCloseTo(16.5, 9);
  });

  test('runs the ridden track one inset inside the rail', () => {
    const arena = { ...LONG, insetM: 0.5 };
    expect(letterOnTrack(arena, findLetter(arena, 'E')!)).toEqual({ x: -9.5, y: 30 });
    expect(letterOnTrack(arena, findLetter(arena, 'C')!)).toEqual({ x: 0, y: 59.5 });
    expect(letterOnTrack(arena, findLetter(arena, 'X')!)).toEqual({ x: 0, y: 30 });
  });

  test('measures how far a figure reaches over the rail', () => {
    expect(metresOutside(LONG, { minX: -10, maxX: 10, minY: 0, maxY: 20 })).toBe(0);
    expect(metresOutside(LONG, { minX: -10, maxX: 10, minY: -1.5, maxY: 20 })).toBe(1.5);
  });
});

describe('the course round the track', () => {
  test('passes the letters in the order of the rein', () => {
    const order = (rein: 'left' | 'right') =>
      lettersAhead(LONG, trackCourse(rein), at(LONG, 'A'))
        .map((l) => l.name)
        .join('');
    expect(order('left')).toBe('AFPBRMCHSEVK');
    expect(order('right')).toBe('AKVESHCMRBPF');
  });

  test('is 160 m round in the long arena and 120 m in the short one', () => {
    expect(trackLengthM(LONG)).toBe(160);
    expect(trackLengthM(SHORT)).toBe(120);
  });

  test('finds the planned metres whose rounded corners make a ridden length', () => {
    // Geometry: each corner of radius r saves (2 − π/2)·r.
    const lap = 160 - 8 * 4 + 2 * Math.PI * 4;
    const course = trackCourse('left');
    expect(plannedMetresFor(LONG, course, at(LONG, 'A'), lap, 4)).toBeCloseTo(160, 9);
    expect(plannedMetresFor(LONG, course, at(LONG, 'A'), 2 * lap + 5, 4)).toBeCloseTo(325, 9);
    expect(plannedMetresFor(LONG, course, at(LONG, 'A'), 6, 4)).toBeCloseTo(6, 9);
    const onCorner = 6 + (Math.PI / 2) * 4;
    expect(plannedMetresFor(LONG, course, at(LONG, 'A'), onCorner, 4)).toBeCloseTo(14, 9);
  });

  test('has legs of exactly the asked length', () => {
    const legs = courseLegs(LONG, trackCourse('right'), at(LONG, 'B'), 203);
    expect(legs.reduce((sum, leg) => sum + leg.curve.lengthM, 0)).toBeCloseTo(203, 9);
  });
});
