import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { HorseProfile } from '../gaits/horse.ts';
import { parseLesson } from '../notation/parse.ts';
import { compileRide } from '../ride/compile.ts';
import { OUR_SHEETS } from '../sheet/ours.ts';
import { CALL_LEAD_S } from './cues.ts';
import { callsOf, letterToTap, callerAt } from './calls.ts';
import { clockAt, held, movedTo, rideSeconds, started, tapped } from './follow.ts';
import { gapFor, HORSE_LENGTH_M, lengthsBetween, nearest, unlike } from './inFile.ts';
import { speakingS, spoken } from './spoken.ts';

const horse = (heightCm: number, stage: HorseProfile['stage'] = 5): HorseProfile => ({
  name: 'a horse',
  heightCm,
  stage,
  hollowSide: null,
});
const ride = (text: string, of = horse(165)) => {
  const { lesson } = parseLesson(text);
  return { lesson, ride: compileRide(lesson, of) };
};
const sheet = (name: string) => OUR_SHEETS.find((s) => s.name === name)!.text;

describe('a line read aloud', () => {
  test.each([
    ['E circle left 20', 'E, circle left, 20 metres'],
    ['H-X-F trot medium, change rein', 'H, X, F, medium trot, change rein'],
    ['F-M loop 4', 'F to M, loop of 4 metres'],
    ['K/E canter left', 'between K and E, canter left'],
    ['K canter collected left', 'K, collected canter left'],
    ['X halt 4 s, salute, proceed trot working', 'X, halt, salute, proceed working trot'],
    [
      'E halt 4 s, rein back 4, proceed walk medium',
      'E, halt, rein back 4 steps, proceed medium walk',
    ],
    ['V walk pirouette left 180', 'V, walk half pirouette left'],
    ['K half circle left 10 return E', 'K, half circle left, 10 metres, return to E'],
    ['M-X-K walk free, long rein', 'M, X, K, free walk, on a long rein'],
    ['C circle left 20 x2', 'C, circle left, 20 metres, twice'],
    ['leave A', 'leave A'],
  ])('%s', (written, said) => expect(spoken(written)).toBe(said));

  test('takes as long as a person takes: about 150 words a minute, common practice', () => {
    const words = 'E, circle left, 20 metres'.split(' ').length;
    expect(speakingS('E, circle left, 20 metres')).toBeCloseTo(0.3 + words / 2.5, 9);
  });
});

describe('the calls of a test', () => {
  test.each(OUR_SHEETS)('$name: every line once, in order, none over another', ({ text }) => {
    for (const heightCm of [128, 165, 178]) {
      const { lesson, ride: ridden } = ride(text, horse(heightCm));
      const file = { leader: 'Tansy', follower: 'Bramble', gapS: gapFor(ridden, 0, 4) };
      for (const two of [null, file]) {
        const calls = callsOf(ridden, lesson, two);
        calls.forEach((call, i) => {
          // Common practice: finished 1.5–3 s before the letter; earlier where two come close together.
          expect(call.atS - call.saidByS).toBeGreaterThan(1.5 - 1e-9);
          const next = calls[i + 1];
          // Earlier than usual only to make room for the next words.
          if (call.atS - call.saidByS > CALL_LEAD_S + 1e-9)
            expect(next!.speakAtS - call.saidByS).toBeCloseTo(0.3, 9);
          if (next) expect(next.speakAtS).toBeGreaterThan(call.saidByS);
          expect(call.prepareAtS).toBeLessThan(call.speakAtS);
        });
        const lines = calls.filter((c) => !c.follows).map((c) => c.itemId);
        expect(new Set(lines).size).toBe(lines.length);
      }
    }
  });

  test('of two horses name each, the second at its own time; a halt is for both', () => {
    const { lesson, ride: ridden } = ride(sheet('Two Abreast of the Wind'));
    const gapS = gapFor(ridden, 0, 4);
    const calls = callsOf(ridden, lesson, { leader: 'Tansy', follower: 'Bramble', gapS });
    expect(calls[0]!.said).toBe('Tansy and Bramble: X, halt, salute, proceed working trot');
    const [first, second] = calls.filter((c) => c.letter === 'E' && c.box === 2);
    expect(first!.said).toBe('Tansy: E, circle left, 20 metres');
    expect(second!.said).toBe('Bramble, at E');
    expect(second!.atS - first!.atS).toBeCloseTo(gapS, 9);
  });

  test('tell when to take breath, when to speak, and what comes after', () => {
    const { lesson, ride: ridden } = ride(sheet('Larkfield Two'));
    const calls = callsOf(ridden, lesson);
    const call = calls[3]!;
    const at = (s: number) => callerAt(calls, s);
    expect(at(call.prepareAtS - 1)).toMatchObject({ call, state: 'waiting', after: calls[4] });
    expect(at(call.prepareAtS + 1)).toMatchObject({ call, state: 'get ready' });
    expect(at((call.speakAtS + call.saidByS) / 2)).toMatchObject({ call, state: 'say it' });
    expect(at((call.speakAtS + call.saidByS) / 2).share).toBeCloseTo(0.5, 9);
    expect(at(call.saidByS).call).toBe(calls[4]);
    expect(at(1e4)).toMatchObject({ call: null, state: 'all read' });
  });

  test('a letter can be tapped a little late, then it is the next one', () => {
    const { lesson, ride: ridden } = ride(sheet('Larkfield Two'));
    const calls = callsOf(ridden, lesson);
    const b = calls.find((c) => c.letter === 'B')!;
    expect(letterToTap(calls, b.atS - 1)!.letter).toBe('B');
    expect(letterToTap(calls, b.atS + 1.5)!.letter).toBe('B');
    expect(letterToTap(calls, b.atS + 3)!.letter).toBe('K');
    expect(letterToTap(calls, -5)!.letter).toBe('X');
    expect(letterToTap(calls, 1e4)).toBeNull();
  });
});

describe('the clock that follows the rider', () => {
  const { ride: ridden } = ride('A trot working\nE circle left 20 x3\nC circle left 20 x3');

  test('property: a tap sets it right, whatever came before', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            letterS: fc.double({ min: 0, max: 200, noNaN: true }),
            wait: fc.nat(90_000),
          }),
          {
            minLength: 1,
            maxLength: 8,
          },
        ),
        (taps) => {
          let ms = 1_000_000;
          let clock = started(clockAt(-4), ms);
          for (const { letterS, wait } of taps) {
            ms += wait;
            clock = tapped(clock, ridden, letterS, ms);
            expect(rideSeconds(clock, ms)).toBe(letterS);
            expect(clock.tempo).toBeGreaterThanOrEqual(0.75);
            expect(clock.tempo).toBeLessThanOrEqual(1.33);
          }
        },
      ),
    );
  });

  test('learns the tempo from letter to letter: a rider a tenth slower', () => {
    let ms = 0;
    let clock = started(clockAt(0), ms);
    for (let letterS = 10; letterS <= 100; letterS += 10) {
      ms = (letterS / 0.9) * 1000;
      clock = tapped(clock, ridden, letterS, ms);
    }
    expect(clock.tempo).toBeCloseTo(0.9, 2);
    // Ten seconds of the wall later nine of the ride are ridden.
    expect(rideSeconds(clock, ms + 10_000)).toBeCloseTo(109, 1);
  });

  test('a pause, a jump back and a halt say nothing of the tempo', () => {
    const { ride: halting } = ride(
      'A trot working\nE halt 10 s, proceed trot working\nA circle left 20',
    );
    let clock = tapped(started(clockAt(0), 0), halting, 5, 5000);
    const haltS = halting.spans.find((s) => s.gait === 'halt')!.startsAtS;
    clock = tapped(clock, halting, haltS + 30, 70_000);
    expect(clock.tempo).toBe(1);
    clock = started(held(clock, 71_000), 200_000);
    expect(rideSeconds(clock, 200_000)).toBeCloseTo(haltS + 31, 9);
    expect(tapped(clock, halting, haltS + 40, 203_000).tempo).toBe(1);
    expect(movedTo(clock, 3, 200_000)).toMatchObject({ rideS: 3, tap: null });
  });
});

describe('two horses, one behind the other', () => {
  const { ride: ridden } = ride(sheet('Two Abreast of the Wind'));

  test('the room between them is what the second still has to go, less one horse', () => {
    const gapS = gapFor(ridden, 30, 3);
    // Working trot: 3.43 m/s or what the table says; three lengths of room and the horse itself.
    const span = ridden.spans.findLast((s) => s.startsAtS <= 30)!;
    expect(gapS * (span.lengthM / span.seconds)).toBeCloseTo(4 * HORSE_LENGTH_M, 9);
    expect(lengthsBetween(ridden, 45, gapS)).toBeCloseTo(3, 6);
  });

  test('it shrinks in the walk and grows in the canter; a halt keeps it', () => {
    const gapS = gapFor(ridden, 0, 4);
    const during = (text: string) => {
      const m = ridden.movements.find((x) => x.act !== -1 && x.text.includes(text))!;
      return lengthsBetween(ridden, m.startsAtS + 15, gapS);
    };
    expect(during('walk medium')).toBeLessThan(2);
    expect(during('circle right 15')).toBeGreaterThan(4);
    const halt = ridden.spans.find((s) => s.gait === 'halt')!;
    expect(lengthsBetween(ridden, halt.startsAtS + halt.seconds / 2, gapS)).toBeCloseTo(
      lengthsBetween(ridden, halt.startsAtS, gapS),
      6,
    );
  });

  test('an advanced test for two keeps its distance; closer together the walk is too near', () => {
    expect(nearest(ridden, gapFor(ridden, 0, 4))!.lengths).toBeGreaterThanOrEqual(1);
    const near = nearest(ridden, gapFor(ridden, 0, 2))!;
    expect(near.lengths).toBeLessThan(1);
    expect(ridden.movements.find((m) => m.itemId === near.itemId && m.act !== -1)!.gait).toBe(
      'walk',
    );
  });

  test('says in which paces a pony and a big horse do not go alike', () => {
    const pony = ride(sheet('Two Abreast of the Wind'), horse(128)).ride;
    const found = unlike(ridden, pony);
    expect(found.length).toBeGreaterThan(2);
    for (const { share } of found) expect(share).toBeLessThan(0.96);
    expect(unlike(ridden, ridden)).toEqual([]);
  });
});
