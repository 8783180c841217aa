import { describe, expect, test } from '@jest/globals';
import { rideOf } from '../testing/lessons.ts';
import { footfallsAt } from '../ride/footfalls.ts';
import { AID_TIMINGS, aidOffset, aidWindow } from './aids.ts';
import { dutyOf, footfallsIn, type Hoof } from './footfalls.ts';

const timing = (aid: string, n = 0) => AID_TIMINGS.filter((t) => t.aid.includes(aid))[n]!;
const down = (feet: ReturnType<typeof footfallsIn>): Hoof[] =>
  feet.filter((f) => f.down).map((f) => f.hoof);

describe('the feet in a stride', () => {
  // Source: Hildebrand's gait diagrams (from memory): a walk has two or three feet down, a working trot
  // a moment without any, a canter a suspension after the leading foreleg.
  test('walk never leaves the ground, trot and canter do', () => {
    const counts = (gait: 'walk' | 'trot' | 'canter') =>
      Array.from(
        { length: 100 },
        (_, i) => down(footfallsIn(gait, 'working', 'right', i / 100)).length,
      );
    expect(Math.min(...counts('walk'))).toBeGreaterThanOrEqual(2);
    expect(Math.max(...counts('walk'))).toBeLessThanOrEqual(3);
    expect(new Set(counts('trot'))).toEqual(new Set([0, 2]));
    expect(Math.min(...counts('canter'))).toBe(0);
    expect(down(footfallsIn('canter', 'working', 'right', 0.97))).toEqual([]);
  });

  test('a foot lands and lifts when it says', () => {
    for (const gait of ['walk', 'trot', 'canter'] as const) {
      for (let share = 0; share < 1; share += 0.07) {
        for (const { hoof, down: isDown, changesIn } of footfallsIn(
          gait,
          'working',
          'left',
          share,
        )) {
          const after = footfallsIn(gait, 'working', 'left', share + changesIn + 1e-6).find(
            (f) => f.hoof === hoof,
          )!;
          expect(after.down).toBe(!isDown);
        }
      }
    }
  });

  test('collected work stands longer on the ground than extended', () => {
    expect(dutyOf('trot', 'collected')).toBeGreaterThan(dutyOf('trot', 'working'));
    expect(dutyOf('trot', 'working')).toBeGreaterThan(dutyOf('trot', 'extended'));
  });

  test('are known at any moment of a ride, but not in a halt', () => {
    const ride = rideOf('start A trot working left\nF-M canter left\nC halt 4 s\n');
    const halt = ride.movements.find((m) => m.kind === 'halt')!;
    expect(
      footfallsAt(ride, 0)!
        .feet.filter((f) => f.down)
        .map((f) => f.hoof),
    ).toEqual(['LH', 'RF']);
    expect(footfallsAt(ride, halt.startsAtS + 1)).toBeNull();
    expect(footfallsAt(rideOf(''), 0)).toBeNull();
  });
});

describe('when an aid falls', () => {
  // Common practice; the two schools of the half-halt stand side by side.
  test('in trot the outer foreleg swings while the outer hind stands: the schools differ by half a stride', () => {
    const [hind, fore] = [0, 1].map((n) =>
      aidWindow(timing('half-halt', n), 'trot', 'working', 'left'),
    );
    const middle = (w: { from: number; to: number }) => ((w.from + w.to) / 2) % 1;
    expect(Math.abs(middle(hind!) - middle(fore!))).toBeCloseTo(0.5, 6);
    const feet = footfallsIn('trot', 'working', 'left', middle(fore!));
    expect(feet.find((f) => f.hoof === 'RF')!.down).toBe(false);
  });

  test('the leg-yield leg comes as the inside hind lifts, the canter depart before the outside hind lands', () => {
    const lift = aidWindow(timing('leg-yield'), 'trot', 'working', 'left');
    expect((lift.from + lift.to) / 2).toBeCloseTo(dutyOf('trot', 'working'), 6);
    const depart = aidWindow(timing('canter depart'), 'walk', 'medium', 'left');
    // The right hind lands at half the walk's stride.
    expect(depart.to % 1).toBeCloseTo(0.5, 6);
  });

  test('the rising rider sits while the inside hind and the outside fore stand', () => {
    const { from, to } = aidWindow(timing('sit'), 'trot', 'working', 'right');
    expect(down(footfallsIn('trot', 'working', 'right', (from + to) / 2))).toEqual(['LF', 'RH']);
  });

  test('a tap is early, in time or late', () => {
    const window = { from: 0.9, to: 1.1 };
    expect(aidOffset(window, 0.95)).toBe(0);
    expect(aidOffset(window, 0.05)).toBe(0);
    expect(aidOffset(window, 0.2)).toBeCloseTo(0.1, 9);
    expect(aidOffset(window, 0.8)).toBeCloseTo(-0.1, 9);
  });

  test('every aid has a window within a stride in each of its gaits', () => {
    for (const aid of AID_TIMINGS) {
      for (const gait of aid.gaits) {
        for (const inside of ['left', 'right'] as const) {
          const { from, to } = aidWindow(aid, gait, 'collected', inside);
          expect(from).toBeGreaterThanOrEqual(0);
          expect(from).toBeLessThan(1);
          expect(to - from).toBeGreaterThan(0);
          expect(to - from).toBeLessThan(1);
        }
      }
    }
  });
});
