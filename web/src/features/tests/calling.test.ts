import { describe, expect, test } from '@jest/globals';
import { parseLesson } from '@canter-book/core/notation/parse';
import { compileRide } from '@canter-book/core/ride/compile';
import { callsOf, type Call } from '@canter-book/core/ringside/calls';
import { acted, begin, keepCall, keptCall } from './callState.ts';
import { readAt, strength, type Round } from './learn/ReadAlong.tsx';
import { lengthsSaid } from './words.ts';

describe('read along', () => {
  const call = { atS: 20, speakAtS: 15, saidByS: 18 } as Call;

  test('the words stay, then fade at the letter, then before it, then are not there', () => {
    const at = (round: Round) => [16, 20, 21.5, 30].map((s) => strength(call, s, round));
    expect(at(0)).toEqual([1, 1, 1, 1]);
    expect(at(1)).toEqual([1, 1, 0.5, 0]);
    expect(at(2)[1]).toBeCloseTo(1 - 2.5 / 3, 9);
    expect(at(3)).toEqual([0, 0, 0, 0]);
  });

  test('what is read is the last that was begun', () => {
    const next = { ...call, speakAtS: 25 };
    expect(readAt([call, next], 0)).toBe(call);
    expect(readAt([call, next], 24)).toBe(call);
    expect(readAt([call, next], 26)).toBe(next);
  });
});

describe('calling', () => {
  const { lesson } = parseLesson(
    'test "Two letters" for stage 2\narena 20x40\nenter A trot working\nbox 1\nX halt 4 s, salute, proceed trot working\nC track left\nbox 2\nE circle left 20\nbox 3\nA circle left 20\n',
  );
  const ride = compileRide(lesson);
  const file = { leader: 'Tansy', follower: 'Bollard', gapS: 3 };
  const calls = callsOf(ride, lesson, file);
  const called = (nowMs: number) => ({ ride, calls, nowMs });
  const e = calls.find((c) => c.letter === 'E' && !c.follows)!;

  test('a tap sets the clock right; the second one measures how far behind it is', () => {
    let state = acted(begin('a', 'b', 3, 0), 'go or wait', called(0));
    // The rider is a second late at E.
    state = acted(state, 'at the letter', called((e.atS + 1) * 1000));
    expect(state.clock.rideS).toBe(e.atS);
    state = acted(state, 'second at the letter', called((e.atS + 3) * 1000));
    expect(state.gapS).toBeCloseTo(2, 6);
    expect(state.measuredAtS).toBeCloseTo(e.atS + 2, 6);
  });

  test('the second cannot be at a letter before the first', () => {
    const state = acted(begin('a', 'b', 3, 0), 'go or wait', called(0));
    expect(acted(state, 'second at the letter', called(1000))).toBe(state);
  });

  test('back goes to the box, at its beginning to the one before; waiting and errors keep the place', () => {
    const at = (s: number) => ({ ...begin('a', '', 0, s), measuredAtS: null });
    const box = (n: number) => calls.find((c) => c.box === n && !c.follows)!;
    const back = (s: number) => acted(at(s), 'back a box', called(0)).clock.rideS;
    expect(back(e.atS + 5)).toBeCloseTo(box(2).speakAtS - 0.5, 6);
    expect(back(box(2).speakAtS + 1)).toBeCloseTo(box(1).speakAtS - 0.5, 6);
    let state = acted(at(12), 'error', called(0));
    state = acted(state, 'no error', called(0));
    expect(acted(state, 'no error', called(0))).toMatchObject({ errors: 0, clock: { rideS: 12 } });
    expect(acted(state, 'finish', called(0))).toMatchObject({ step: 'done' });
  });

  test('is kept on the device; what cannot be read is nothing', () => {
    const state = begin('a', 'b', 3, -4);
    keepCall('sheet', state);
    expect(keptCall('sheet')).toEqual(state);
    keepCall('sheet', null);
    expect(keptCall('sheet')).toBeNull();
    sessionStorage.setItem('canter-book-call-sheet', '{"clock":1}');
    expect(keptCall('sheet')).toBeNull();
  });

  test('lengths are said as people say them', () => {
    expect([0.1, 0.5, 1, 1.5, 2.9].map(lengthsSaid)).toEqual([
      'less than half a length',
      'half a length',
      'one length',
      '1½ lengths',
      '3 lengths',
    ]);
  });
});
