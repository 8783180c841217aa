import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { contactWanted } from '../lesson/contact.ts';
import { compileRide } from '../ride/compile.ts';
import { balanceOf } from '../ride/balance.ts';
import { letterCounts } from '../ride/letterCounts.ts';
import { arbitraryLesson } from '../testing/arbitraryLesson.ts';
import { PAPER, rideOf } from '../testing/lessons.ts';
import { lanesOf, type Bar } from './lanes.ts';

const lanes = (text: string) => lanesOf(rideOf(PAPER + text));
const sum = (bars: readonly Bar<object>[]) => bars.reduce((s, b) => s + b.seconds, 0);

describe('the lanes of the score strip', () => {
  test('each lane that is never empty fills the whole lesson, without gap or overlap', () => {
    fc.assert(
      fc.property(arbitraryLesson, (lesson) => {
        const ride = compileRide(lesson);
        const all = lanesOf(ride);
        for (const lane of [all.gait, all.rein, all.bend, all.gathering, all.contact]) {
          expect(sum(lane)).toBeCloseTo(ride.totals.seconds, 4);
          lane.slice(1).forEach((bar, i) => {
            expect(bar.startsAtS).toBeCloseTo(lane[i]!.startsAtS + lane[i]!.seconds, 4);
          });
        }
        expect(sum(all.lines)).toBeCloseTo(ride.totals.seconds, 4);
      }),
      { numRuns: 120, seed: 41 },
    );
  });

  test('a circle is one bend, a straight line none, and lateral work its own side', () => {
    const { bend } = lanes('A trot working\nB circle left 20\nM halt\n');
    expect(bend.filter((b) => b.bend === 'left' && b.seconds > 10)).toHaveLength(1);
    const [lateral] = lanes('A trot working\nF-M travers left\n').bend.filter((b) => b.lateral);
    expect(lateral).toMatchObject({ bend: 'left', lateral: 'travers' });
    const [yielded] = lanes('A trot working\nA centre line\nD-R leg-yield right\n').bend.filter(
      (b) => b.lateral,
    );
    expect(yielded).toMatchObject({ bend: 'left', lateral: 'leg-yield' });
  });

  test('rests are halts, long reins and free walk', () => {
    const { rest } = lanes(
      'A trot working\nB halt 4 s\nM walk free\nH walk free, long rein\nK trot working, retake\n',
    );
    expect(rest.map((r) => r.why)).toEqual(['halt', 'walk', 'long rein']);
    expect(rest[0]!.seconds).toBeCloseTo(4, 6);
  });

  test('a repeat shows its lines once for each round', () => {
    const { lines } = lanes('A trot working\nrepeat 3 {\nC circle left 20\nA go large\n}\n');
    expect(lines.filter((l) => l.text.includes('circle')).map((l) => l.round)).toEqual([1, 2, 3]);
  });
});

describe('the contact wanted', () => {
  const riding = rideOf('A trot working\nB halt\n').spans[0]!.riding;

  test('follows the approach: common practice', () => {
    expect(contactWanted('steady-hand', riding, 0)).toEqual({ low: 1, high: 3 });
    expect(contactWanted('stretch-first', riding, 0.2)).toEqual({ low: 0, high: 2 });
    expect(contactWanted('stretch-first', riding, 0.5)).toEqual({ low: 1, high: 3 });
    expect(contactWanted('light-rein', riding, 0.5)).toEqual({ low: 0, high: 1 });
  });

  test('is lighter in collection, a little heavier in lengthening, none on a long rein', () => {
    const wanted = (more: object) => contactWanted('steady-hand', { ...riding, ...more }, 0.5);
    expect(wanted({ pace: 'collected' }).high).toBeLessThan(wanted({}).high);
    expect(wanted({ pace: 'lengthened' }).high).toBeGreaterThan(wanted({}).high);
    expect(wanted({ frame: 'long-rein' })).toEqual({ low: 0, high: 0 });
    expect(wanted({ frame: 'stretch' }).low).toBeGreaterThan(0);
  });
});

describe('counts from letter to letter', () => {
  test('along the track they are the metres of the arena', () => {
    const ride = rideOf(`${PAPER}A trot working\nF-M\n`);
    const along = ride.movements.find((m) => m.kind === 'line')!;
    const counts = letterCounts(ride, along.startM, along.startM + along.metres);
    expect(counts.map((c) => `${c.from}${c.to}`)).toEqual(['FP', 'PB', 'BR', 'RM']);
    // 12 m between letters of the long side, in a working trot of 2.7 m a stride.
    for (const { metres, counts: strides } of counts) {
      expect(metres).toBeCloseTo(12, 1);
      expect(strides).toBeCloseTo(12 / ride.spans.at(-1)!.strideM, 1);
    }
  });

  test('add up to what is ridden between the first and the last letter', () => {
    const ride = rideOf(`${PAPER}A trot working\nA go large\n`);
    const counts = letterCounts(ride, 0, ride.totals.metres);
    const [first] = counts;
    const total = counts.reduce((s, c) => s + c.metres, 0);
    expect(first!.from).toBe('A');
    expect(counts.at(-1)!.to).toBe('A');
    expect(total).toBeCloseTo(160, 0);
  });
});

describe('the balance of a lesson', () => {
  test('reins, gaits and turning add up to the metres ridden', () => {
    fc.assert(
      fc.property(arbitraryLesson, (lesson) => {
        const ride = compileRide(lesson);
        const { rein, straight, turning, lead, gait } = balanceOf(ride);
        const { metres } = ride.totals;
        expect(rein.left + rein.right).toBeCloseTo(metres, 4);
        expect(straight + turning.left + turning.right).toBeCloseTo(metres, 4);
        expect(lead.left + lead.right).toBeCloseTo(gait.canter, 4);
      }),
      { numRuns: 120, seed: 42 },
    );
  });

  test('a 20 m circle turns left for 62.83 m', () => {
    expect(
      balanceOf(rideOf(`${PAPER}start E walk medium left\nE circle left 20\n`)).turning.left,
    ).toBeCloseTo(20 * Math.PI, 2);
  });
});
