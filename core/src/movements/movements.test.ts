import { describe, expect, test } from '@jest/globals';
import { hoofTracks } from '../drawing/hoofTracks.ts';
import { ANY_HORSE } from '../gaits/horse.ts';
import { mirrorLesson } from '../lesson/mirror.ts';
import { parseLesson } from '../notation/parse.ts';
import { printLesson } from '../notation/print.ts';
import { compileRide } from '../ride/compile.ts';
import { leadChanges } from '../ride/leadChanges.ts';
import { sampleRide } from '../ride/sample.ts';
import { PAPER, codesOf, movementOf, rideOf } from '../testing/lessons.ts';
import { degToRad, radToDeg, wrapRad } from '../units.ts';
import { sideStepM } from './lateral.ts';

const spansOf = (text: string, kind: string) => {
  const ride = rideOf(text);
  const index = ride.movements.findIndex((m) => m.kind === kind);
  return { ride, spans: ride.spans.filter((s) => s.movement === index) };
};

describe('work on two tracks', () => {
  // Geometry: a body of 1.3 m bent by 30° puts the forehand 0.33 m in, a rigid one 0.65 m.
  test('steps aside as far as the bent body says', () => {
    expect(sideStepM('shoulder-in', degToRad(30))).toBeCloseTo(0.333, 3);
    expect(sideStepM('leg-yield', degToRad(30))).toBeCloseTo(0.65, 3);
    expect(sideStepM('half-pass', 0)).toBe(0);
  });

  // Source: international dressage rules (from memory): angles, tracks, bend.
  test.each([
    ['F-M shoulder-in', 'shoulder-in', 30, 3, 'left', 1],
    ['F-M shoulder-fore', 'shoulder-fore', 12, 2, 'left', 1],
    ['F-M travers', 'travers', 35, 4, 'left', -1],
    ['F-M renvers', 'renvers', 35, 4, 'right', 1],
  ] as const)('%s', (line, kind, deg, tracks, bend, towards) => {
    const { ride, spans } = spansOf(`${PAPER}A trot collected\n${line}`, kind);
    const { lateral } = spans[0]!.riding;
    expect(lateral).toMatchObject({ kind, bend, tracks });
    expect(radToDeg(lateral!.bodyOffRad)).toBeCloseTo(towards * deg, 6);
    const pose = sampleRide(ride, spans[0]!.startsAtS + 1)!;
    expect(radToDeg(wrapRad(pose.headingRad - pose.travelRad))).toBeCloseTo(towards * deg, 6);
    // On the left rein the inside lies to the left: forehand in, or haunches in.
    const { foreM, hindM } = hoofTracks(spans[0]!)!;
    expect(Math.sign(foreM - hindM)).toBe(towards);
    expect(kind === 'travers' ? foreM : hindM).toBe(0);
  });

  test('a half-pass keeps the body along the long side and travels on a slant', () => {
    const { ride, spans } = spansOf(
      `${PAPER}A trot collected\nP half-pass left to centre by I`,
      'half-pass',
    );
    const pose = sampleRide(ride, spans[0]!.startsAtS + 2)!;
    expect(radToDeg(pose.headingRad)).toBeCloseTo(90, 6);
    // 10 m aside in 24 m: 22.6° off the long side.
    expect(radToDeg(pose.travelRad) - 90).toBeCloseTo(radToDeg(Math.atan(10 / 24)), 6);
    expect(spans[0]!.riding.lateral!.bend).toBe('left');
    expect(movementOf(ride, 'half-pass').to).toEqual({ x: expect.closeTo(0, 9), y: 42 });
  });

  test('goes round the track, and over a circle, as well as along a line', () => {
    const round = spansOf(`${PAPER}A trot collected\nP..S shoulder-in`, 'shoulder-in');
    expect(movementOf(round.ride, 'shoulder-in').metres).toBeCloseTo(42 + 20 + 18, 6);
    expect(round.spans.every((s) => s.riding.lateral?.kind === 'shoulder-in')).toBe(true);
    const { spans } = spansOf(`${PAPER}A trot collected\nC circle left 20, travers`, 'circle');
    expect(spans[0]!.riding.lateral).toMatchObject({ kind: 'travers', bend: 'left' });
    expect(spans[0]!.lengthM).toBeCloseTo(20 * Math.PI, 6);
  });

  // Common practice: tempo as before, nine tenths of the stride.
  test('keeps the tempo with a shorter stride', () => {
    const { ride, spans } = spansOf(`${PAPER}A trot collected\nF-M shoulder-in`, 'shoulder-in');
    const before = ride.spans.find((s) => s.gait === 'trot' && !s.riding.lateral)!;
    const tempo = (s: typeof before) => s.strides / s.seconds;
    expect(tempo(spans[0]!)).toBeCloseTo(tempo(before), 9);
    expect(spans[0]!.strideM / before.strideM).toBeCloseTo(0.9, 9);
  });

  test.each([
    ['to the wrong side', 'A trot\nA centre line\nD-M leg-yield left'],
    ['without a line to go to', 'A trot\nA centre line\nD half-pass left'],
    ['a zigzag off the centre line', 'A trot\nF zigzag 5-10-5 to G'],
    ['a spiral the wrong way round', 'A trot\nC spiral in 10 to 20'],
    ['an inner track without room', 'A trot\nM inner track 5'],
  ])('%s is said, and not ridden', (_what, text) => {
    expect(codesOf(text).some((c) => ['wrong-place', 'route-missing', 'no-room'].includes(c))).toBe(
      true,
    );
  });
});

describe('turns on the spot', () => {
  test('take their strides and turn the horse; the way on follows', () => {
    const ride = rideOf('A walk collected\nA centre line\nX walk pirouette left 180\nA track left');
    const turn = ride.movements.find((m) => m.kind === 'walk-pirouette')!;
    expect(turn).toMatchObject({ metres: 0, strides: 3.5, gait: 'walk' });
    const after = sampleRide(ride, turn.startsAtS + turn.seconds + 1)!;
    expect(radToDeg(after.headingRad)).toBeCloseTo(-90, 6);
    expect(sampleRide(ride, turn.startsAtS + turn.seconds / 2)!.headingRad).toBeCloseTo(Math.PI, 6);
  });

  // Source: dressage rules (from memory): half 3–4, full 6–8 strides.
  test('a canter pirouette takes three to four strides for a half, six to eight for a full one', () => {
    const strides = (deg: number) =>
      movementOf(
        rideOf(`A canter collected\nA centre line\nX canter pirouette left ${deg}`),
        'canter-pirouette',
      ).strides;
    expect(strides(180)).toBe(3.5);
    expect(strides(360)).toBe(7);
  });
});

describe('counting strides', () => {
  test('trot 8, walk 4 steps: again and again, also through corners', () => {
    const { spans } = spansOf(
      'start A trot working left\nF transitions trot 8 walk 4 x6',
      'transitions',
    );
    expect(spans.map((s) => s.gait)).toEqual(
      Array.from({ length: 6 }, () => ['trot', 'walk']).flat(),
    );
    for (const span of spans) expect(span.strides).toBeCloseTo(span.gait === 'trot' ? 8 : 2, 6);
  });

  test('laid over a circle they fall on its line', () => {
    const { ride, spans } = spansOf(
      `${PAPER}A trot working\nC circle left 20 x2, collect 10 forward 10 x2`,
      'circle',
    );
    expect(spans.map((s) => s.riding.pace)).toEqual([
      'collected',
      'medium',
      'collected',
      'medium',
      'working',
    ]);
    for (const span of spans.slice(0, 4)) expect(span.strides).toBeCloseTo(10, 6);
    expect(movementOf(ride, 'circle').metres).toBeCloseTo(40 * Math.PI, 6);
    expect(codesOf('A trot working\nC circle left 10, collect 10 forward 10 x2')).toContain(
      'no-room',
    );
  });

  // Common practice: 20 m circle, collected canter of 2.00 m: 7.85 strides a quarter.
  test('changes at the circle points are 7.85 strides apart, and equal on a true circle', () => {
    const ride = rideOf(
      `${PAPER}A canter collected\nC circle left 20 x2, changes at circle points\ngo large`,
    );
    const changes = leadChanges(ride);
    expect(changes).toHaveLength(8);
    expect(changes[0]!.stridesSince).toBeNull();
    for (const { stridesSince } of changes.slice(1)) expect(stridesSince).toBeCloseTo(7.854, 3);
    expect(changes.map((c) => c.to).slice(0, 4)).toEqual(['right', 'left', 'right', 'left']);
    // Every second one is to the outside lead, and announced by being asked for.
    expect(
      codesOf('A canter collected\nC circle left 20, changes at circle points', {
        ...ANY_HORSE,
        stage: 8,
      }),
    ).not.toContain('wrong-lead');
  });

  test('changes every four strides lie about the middle of the diagonal', () => {
    const changes = leadChanges(rideOf(`${PAPER}A canter collected\nF-X-H changes every 4 x5`));
    expect(changes.map((c) => c.stridesSince?.toFixed(3))).toEqual([
      undefined,
      '4.000',
      '4.000',
      '4.000',
      '4.000',
    ]);
    expect(changes[2]!.at).toEqual({ x: expect.closeTo(0, 6), y: expect.closeTo(30, 6) });
  });

  test('a simple change has four clear walk steps', () => {
    const { spans } = spansOf(
      `${PAPER}A canter collected\nF-X-H change rein, simple change at X`,
      'change-rein',
    );
    expect(spans.map((s) => s.gait)).toEqual(['canter', 'walk', 'canter']);
    expect(2 * spans[1]!.strides).toBeCloseTo(4, 6);
    expect([spans[0]!.riding.lead, spans[2]!.riding.lead]).toEqual(['left', 'right']);
  });

  test('half-steps are half a metre long, rein back steps 0.6 m', () => {
    const { spans } = spansOf('start A trot collected left\nF half-steps 6 x2', 'half-steps');
    expect(spans[0]!.lengthM).toBeCloseTo(3, 6);
    expect(movementOf(rideOf(`${PAPER}B halt, rein back 5`), 'rein-back').metres).toBeCloseTo(3, 6);
  });
});

describe('time', () => {
  test('a timed course ends at the next letter, a timed circle when its start is passed', () => {
    const ride = rideOf('A trot working\ngo large for 2 min\nC circle left 20 for 1 min');
    const large = movementOf(ride, 'go-large');
    expect(large.seconds).toBeGreaterThanOrEqual(120 - 1e-6);
    expect(large.seconds).toBeLessThan(126);
    const circle = movementOf(ride, 'circle');
    expect(circle.metres / (19 * Math.PI)).toBeCloseTo(
      Math.round(circle.metres / (19 * Math.PI)),
      6,
    );
    expect(circle.seconds).toBeGreaterThanOrEqual(60);
  });

  test('a walk break is walked on, until a pace is named and its place is reached', () => {
    const ride = rideOf('A trot working\nE walk break 1 min\nA trot working\nB halt');
    const after = ride.movements.filter((m) => m.kind === 'track').at(-2)!;
    expect(after).toMatchObject({ text: 'to A', gait: 'walk', pace: 'free' });
    expect(codesOf('A trot working\nE walk break 1 min\nA circle left 20')).toContain(
      'pace-resumed',
    );
  });
});

test('things on the ground stand where they are put', () => {
  const { equipment } = rideOf('poles 3 spaced 1.3 at B\ncone E\nbarrel X\ngo large');
  expect(equipment.map((e) => e.what)).toEqual(['poles', 'poles', 'poles', 'cone', 'barrel']);
  const [first, second] = equipment;
  expect(second!.from.y - first!.from.y).toBeCloseTo(1.3, 9);
  expect(Math.hypot(first!.to.x - first!.from.x, first!.to.y - first!.from.y)).toBeCloseTo(3, 9);
  expect(equipment.at(-1)!.from).toEqual({ x: 0, y: 30 });
});

describe('counts on a route', () => {
  const canterOn = (line: string) => {
    const { ride, spans } = spansOf(
      `${PAPER}A canter collected\n${line}\nA trot`,
      'collect-forward',
    );
    return { ride, paces: spans.map((s) => s.riding.pace) };
  };

  test('fill it, and end with it', () => {
    const { ride, paces } = canterOn('H-K collect 6 forward 8');
    const own = movementOf(ride, 'collect-forward');
    expect(own.metres).toBeCloseTo(48, 6);
    expect(paces).toEqual(['collected', 'medium', 'collected']);
    const after = ride.spans.find((s) => s.startM >= own.startM + own.metres - 1e-6);
    expect(after?.riding.pace).toBe('collected');
  });

  test('as often as is said, and the rest as before; what does not fit is said', () => {
    expect(canterOn('H-K collect 6 forward 6 x1').paces).toEqual([
      'collected',
      'medium',
      'collected',
    ]);
    expect(codesOf(`${PAPER}A trot\nH-K transitions trot 8 walk 4 x9`)).toContain('no-room');
  });
});

test('a quarter turn on the spot rounds no corner', () => {
  const ride = rideOf(`${PAPER}B walk pirouette left 90\nE track left`);
  const [to, across] = ride.movements.filter((m) => m.kind === 'track');
  expect(to!.metres).toBeCloseTo(40, 6);
  expect(across!.metres).toBeCloseTo(20, 6);
  const round = rideOf('arena 20x60\nB turn on haunches left 90\nE track left');
  const turned = round.spans.find((s) => s.turnRad !== 0)!;
  const [before, after] = [-0.01, 0.01].map((d) => round.path.at(turned.startM + d).headingRad);
  expect(radToDeg(wrapRad(after! - before!))).toBeCloseTo(90, 6);
});

test('what follows a simple change is counted in the canter it goes into', () => {
  const ride = rideOf(`${PAPER}A canter left\nB simple change\nM circle left 15`);
  const after = ride.movements.slice(
    ride.movements.findIndex((m) => m.text.includes('simple')) + 1,
  );
  expect(after.map((m) => m.gait)).toEqual(['canter', 'canter']);
});

describe('poles are woven', () => {
  test.each([
    ['A trot', 'E'],
    ['A trot', 'B'],
    ['start A trot working right', 'E'],
  ])('%s, at %s: over the middle third of each, and back on the track', (before, letter) => {
    const text = `arena 20x60\npoles 3 spaced 2.4 at ${letter} staggered\n${before}\nA weave poles at ${letter}\ngo large\n`;
    expect(codesOf(text)).toEqual([]);
    const ride = rideOf(text);
    const woven = movementOf(ride, 'weave-poles');
    expect(Math.abs(woven.to.x)).toBeCloseTo(9.5, 0);
    const after = ride.path.at(woven.startM + woven.metres + 4);
    expect(Math.abs(after.x)).toBeCloseTo(9.5, 6);
    expect(Math.abs(Math.cos(after.headingRad))).toBeLessThan(1e-6);
  });

  test('where none lie it is said', () => {
    expect(codesOf('F weave poles at B')).toContain('wrong-place');
  });
});

test('a gait that is only thought of is marked, and not ridden', () => {
  const { spans } = spansOf(`${PAPER}A trot\nB transitions trot 8 walk 0 x4`, 'transitions');
  expect(spans.filter((s) => s.lengthM > 0).every((s) => s.gait === 'trot')).toBe(true);
  expect(spans.filter((s) => s.lengthM === 0).map((s) => [s.gait, s.seconds])).toEqual(
    Array(4).fill(['walk', 0]),
  );
});

test('on a circle a leg-yield keeps the line, and slants the body out', () => {
  const { ride, spans } = spansOf(`${PAPER}A trot\nC circle left 20, leg-yield\nE walk`, 'circle');
  expect(movementOf(ride, 'circle').metres).toBeCloseTo(20 * Math.PI, 6);
  expect(spans[0]!.riding.lateral).toMatchObject({ kind: 'leg-yield', bend: 'left' });
  expect(radToDeg(spans[0]!.riding.lateral!.bodyOffRad)).toBeCloseTo(-15, 6);
});

test('canter on the spot: half the least stride, in the same tempo', () => {
  const text = `${PAPER}A canter collected\nB collect on the spot 4\nC trot`;
  const { spans } = spansOf(text, 'collect-on-the-spot');
  const usual = spansOf(`${PAPER}A canter collected\nF-M canter\nC trot`, 'line').spans[0]!;
  expect(spans[0]!.strides).toBeCloseTo(4, 6);
  expect(spans[0]!.strideM).toBeCloseTo(usual.strideM / 2, 6);
  expect(spans[0]!.seconds / 4).toBeCloseTo(usual.seconds / usual.strides, 6);
});

describe('in hand', () => {
  const text = 'start A walk medium left\nphase in-hand 5 min\n';

  test('the horse is led at 1.2 m/s, takes no ridden strides, and stands after it', () => {
    const ride = rideOf(`${text}B in hand circle left 6\nin hand shoulder-in M-H`);
    expect(ride.faults).toEqual([]);
    const led = ride.movements.filter((m) => m.gait === 'in-hand');
    expect(led.map((m) => m.kind)).toEqual(['track', 'in-hand-circle', 'in-hand-shoulder-in']);
    for (const m of led) expect(m.metres / m.seconds).toBeCloseTo(1.2, 6);
    expect(ride.totals.strides).toEqual({ walk: 0, trot: 0, canter: 0 });
    const sideways = ride.spans.filter((s) => s.riding.lateral?.kind === 'shoulder-in');
    expect(sideways.map((s) => s.gait)).toEqual(['in-hand']);
    // The pace it was to begin in is asked once it is ridden.
    const after = rideOf(`${text}in hand flex left\nwalk medium, go large`);
    expect(after.faults).toEqual([]);
    expect(after.movements.at(-1)!.gait).toBe('walk');
  });

  test('a mirror changes the letters it is led between', () => {
    const { lesson } = parseLesson(`${text}in hand shoulder-in K-H`);
    expect(printLesson(mirrorLesson(lesson))).toContain('in hand shoulder-in F-M');
    expect(compileRide(mirrorLesson(lesson)).faults).toEqual(compileRide(lesson).faults);
  });

  test('steps are taken on the spot, and what has no room or no letter is said', () => {
    const codes = (line: string) => rideOf(`${text}${line}`).faults.map((f) => f.fault.code);
    const [steps] = rideOf(`${text}in hand shoulders left 3`).movements;
    expect([steps!.metres, steps!.seconds]).toEqual([0, 12]);
    expect(codes('in hand shoulder-in A-Q')).toEqual(['no-such-letter']);
    expect(codes('walk, centre line\nX halt\nin hand walk on 100')).toContain('no-room');
    expect(codes('in hand rein back 2')).toEqual([]);
  });
});
