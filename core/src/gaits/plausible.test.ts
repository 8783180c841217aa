import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ANY_HORSE, horseStride } from './horse.ts';
import { PACES, MOVING_GAITS } from './paces.ts';
import { implausible } from './plausible.ts';

describe('a measurement of strides', () => {
  test('every pace of every horse of the table is believed, from a pony to a large horse', () => {
    for (const gait of MOVING_GAITS) {
      for (const pace of PACES[gait]) {
        for (const heightCm of [100, 130, 165, 185]) {
          const { lengthM, speedMps } = horseStride({ ...ANY_HORSE, heightCm }, gait, pace);
          const m = { gait, pace, metres: 48, strides: 48 / lengthM, seconds: 48 / speedMps };
          expect([gait, pace, heightCm, implausible(m, heightCm)]).toEqual([
            gait,
            pace,
            heightCm,
            null,
          ]);
        }
      }
    }
  });

  test('each beat counted as a stride is asked about, whatever the horse', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...MOVING_GAITS),
        fc.integer({ min: 110, max: 180 }),
        (gait, heightCm) => {
          const pace = gait === 'walk' ? 'medium' : 'working';
          const { lengthM, speedMps } = horseStride({ ...ANY_HORSE, heightCm }, gait, pace);
          const m = {
            gait,
            pace,
            metres: 48,
            strides: 96 / lengthM,
            seconds: 48 / speedMps,
          } as const;
          expect(implausible(m, heightCm)?.code).toBe('every-beat');
        },
      ),
      { seed: 7, numRuns: 200 },
    );
  });

  test('143 a minute and 6 m/s in trot are not a trot', () => {
    const trot = { gait: 'trot', pace: 'working' } as const;
    expect(implausible({ ...trot, metres: 48, strides: 32, seconds: 13.4 }, 165)?.code).toBe(
      'every-beat',
    );
    expect(implausible({ ...trot, metres: 48, strides: 10, seconds: 8 }, 165)?.code).toBe('speed');
    expect(implausible({ ...trot, metres: 48, strides: 60, seconds: 13.4 }, 165)?.code).toBe(
      'tempo',
    );
  });
});
