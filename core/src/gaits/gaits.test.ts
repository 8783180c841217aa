import { describe, expect, test } from '@jest/globals';
import { PACES, MOVING_GAITS, type Stride } from './paces.ts';
import { beatsOf } from './footfalls.ts';
import { DEFAULT_STRIDES, strideOf } from './strideTable.ts';
import { cornerRadiusM, ANY_HORSE } from './horse.ts';
import { beatMarksM } from '../drawing/beats.ts';

/** Strides a minute. */
const tempoOf = ({ speedMps, lengthM }: Stride): number => (60 * speedMps) / lengthM;

describe('the stride table', () => {
  // Source: Clayton, Equine Veterinary Journal 1994–1995 (from memory).
  test.each([
    ['walk', 'collected', 52],
    ['walk', 'medium', 56],
    ['trot', 'working', 79],
    ['trot', 'extended', 83],
    ['canter', 'collected', 98],
    ['canter', 'extended', 103],
  ] as const)('%s %s has about %p strides a minute', (gait, pace, perMinute) => {
    expect(Math.abs(tempoOf(strideOf(165, gait, pace)!) - perMinute)).toBeLessThan(1);
  });

  // Source: Clayton 1994 (from memory): the tempo barely changes, the stride does.
  test('trot tempo varies by at most 8 % while speed varies by at least 50 %', () => {
    const { collected, extended } = DEFAULT_STRIDES.trot;
    expect(tempoOf(extended) / tempoOf(collected)).toBeLessThan(1.085);
    expect(extended.speedMps / collected.speedMps).toBeGreaterThan(1.5);
  });

  test('has every pace of every gait', () => {
    for (const gait of MOVING_GAITS) {
      for (const pace of PACES[gait]) expect(strideOf(165, gait, pace)!.lengthM).toBeGreaterThan(1);
    }
    expect(strideOf(165, 'walk', 'working')).toBeNull();
  });

  test('a height that is not positive is a mistake of the program', () => {
    expect(() => strideOf(0, 'walk', 'medium')).toThrow('heightCm must be > 0');
  });
});

describe('footfalls', () => {
  const order = (gait: 'walk' | 'trot' | 'canter', lead?: 'left' | 'right') =>
    beatsOf(gait, lead)
      .map((beat) => beat.hooves.join('+'))
      .join(' ');

  // Source: Hildebrand 1965 (symmetrical gaits), 1977 (asymmetrical gaits) (from memory).
  test('walk goes by lateral sequence, trot by diagonals, canter in three beats and a gap', () => {
    expect(order('walk')).toBe('LH LF RH RF');
    expect(order('trot')).toBe('LH+RF RH+LF');
    expect(order('canter', 'right')).toBe('LH RH+LF RF');
    expect(order('canter', 'left')).toBe('RH LH+RF LF');
    expect(1 - beatsOf('canter')[2]!.at).toBeGreaterThan(0.3);
  });

  test('the drawn marks of a stride are its beats and add up to it', () => {
    const count = { walk: 4, trot: 2, canter: 3 } as const;
    for (const gait of MOVING_GAITS) {
      const marks = beatMarksM(gait, 2.5);
      expect(marks.length / 2).toBe(count[gait]);
      expect(marks.reduce((a, b) => a + b, 0)).toBeCloseTo(2.5, 9);
    }
  });
});

// Source: international dressage rules (from memory); stages: common practice.
test('corners are 3 m in walk and working paces, 5 m in medium ones and for young horses', () => {
  expect(cornerRadiusM(ANY_HORSE, 'walk', 'medium')).toBe(3);
  expect(cornerRadiusM(ANY_HORSE, 'trot', 'working')).toBe(3);
  expect(cornerRadiusM(ANY_HORSE, 'trot', 'medium')).toBe(5);
  expect(cornerRadiusM({ ...ANY_HORSE, stage: 2 }, 'trot', 'working')).toBe(5);
});
