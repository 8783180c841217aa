import { describe, expect, test } from '@jest/globals';
import { metresOutside } from '../arena/arena.ts';
import fc from 'fast-check';
import { ANY_HORSE } from '../gaits/horse.ts';
import { parseLesson } from '../notation/parse.ts';
import { mirrorLesson } from '../lesson/mirror.ts';
import { PAPER, SHEETS, SHORT_PAPER, codesOf, movementOf, rideOf } from '../testing/lessons.ts';
import { arbitraryLesson } from '../testing/arbitraryLesson.ts';
import { wrapRad } from '../units.ts';
import { compileRide } from './compile.ts';
import { sampleRide } from './sample.ts';

describe('lengths on paper', () => {
  // Source: the worked lengths of the shorthand, from geometry.
  test.each([
    ['go large', 'go-large', 160],
    ['E circle left 20', 'circle', 62.83],
    ['H-X-F change rein', 'change-rein', 52],
    ['A serpentine 3 to C', 'serpentine', 94.25],
    ['E half circle left 10 return H', 'half-circle-return', 41.76],
    ['start A walk medium right\nK-H loop 5', 'loop', 49.38],
  ])('%s', (text, kind, metres) => {
    expect(movementOf(rideOf(PAPER + text), kind).metres).toBeCloseTo(metres, 2);
  });

  test.each([
    ['go large', 'go-large', 120],
    ['A serpentine 3 to C', 'serpentine', 82.83],
  ])('in the short arena: %s', (text, kind, metres) => {
    expect(movementOf(rideOf(SHORT_PAPER + text), kind).metres).toBeCloseTo(metres, 2);
  });

  test('with corners of 5 m a lap is 151.42 m', () => {
    expect(rideOf('arena 20x60 inset 0\ncorners 5\ngo large').totals.metres).toBeCloseTo(151.42, 2);
  });

  test('the inset takes one inset for each of two opposite sides on a rail', () => {
    const diameter = (text: string) =>
      movementOf(rideOf(`arena 20x60\n${text}`), 'circle').metres / Math.PI;
    expect(diameter('E circle left 20')).toBeCloseTo(19, 9);
    expect(diameter('A circle left 20')).toBeCloseTo(19, 9);
    expect(diameter('E circle left 10')).toBeCloseTo(9.5, 9);
    expect(diameter('A centre line\nX circle left 8')).toBeCloseTo(8, 9);
  });

  // Common practice and study: 20 m circle, collected canter of 2.00 m: 7.85 strides a quarter.
  test('the circle of changes has seven to eight strides between its points', () => {
    const circle = movementOf(rideOf(`${PAPER}A canter collected, circle left 20`), 'circle');
    expect(circle.strides / 4).toBeCloseTo(7.854, 3);
    const smaller = movementOf(rideOf(`${PAPER}A canter collected, circle left 17.8`), 'circle');
    expect(smaller.strides / 4).toBeCloseTo(7, 1);
  });
});

describe('a whole sheet', () => {
  test.each(Object.entries(SHEETS))('%s is ridden without a slip', (_name, text) => {
    // A lap that is meant is only pointed out.
    expect(codesOf(text).filter((code) => code !== 'letter-behind')).toEqual([]);
  });

  test('ends where it should, on the rein it should', () => {
    const ride = rideOf(SHEETS.beginner);
    const by = (text: string) => ride.movements.find((m) => m.text.startsWith(text))!;
    expect(by('X halt')).toMatchObject({ kind: 'halt', gait: 'halt', seconds: 4, rein: 'left' });
    expect(by('B circle')).toMatchObject({ rein: 'right', gait: 'trot' });
    expect(by('K-X-M')).toMatchObject({ rein: 'right' });
    expect(by('A circle left')).toMatchObject({ rein: 'left', gait: 'canter', lead: 'left' });
    // Halfway from H (34 m) to E (20 m).
    expect(by('H/E')).toMatchObject({ gait: 'canter', from: { y: 27 } });
    expect(ride.movements.at(-1)).toMatchObject({ text: 'leave A', gait: 'walk', rein: 'right' });
    expect(ride.movements.at(-1)!.from.y).toBeCloseTo(0.5, 9);
  });

  test('takes other strides and other seconds under another horse', () => {
    const pony = rideOf(SHEETS.lesson, { ...ANY_HORSE, heightCm: 130 });
    const tall = rideOf(SHEETS.lesson, { ...ANY_HORSE, heightCm: 175 });
    expect(pony.totals.metres).toBeGreaterThan(0.9 * tall.totals.metres);
    expect(pony.totals.strides.trot).toBeGreaterThan(1.2 * tall.totals.strides.trot);
    const circle = (ride: typeof pony) => movementOf(ride, 'circle');
    // Pendulum scaling: length ∝ h, speed ∝ √h.
    expect(circle(pony).strides / circle(tall).strides).toBeCloseTo(175 / 130, 6);
    expect(circle(pony).seconds / circle(tall).seconds).toBeCloseTo(Math.sqrt(175 / 130), 6);
  });
});

/** Any lesson: most of these have mistakes, and must be computed all the same. */
const anyRide = arbitraryLesson.map((lesson) => compileRide(lesson));

describe('every ride', () => {
  test('adds up: movements, spans and totals agree', () => {
    fc.assert(
      fc.property(anyRide, (ride) => {
        const sum = (values: number[]) => values.reduce((a, b) => a + b, 0);
        const { totals } = ride;
        expect(sum(ride.movements.map((m) => m.metres))).toBeCloseTo(totals.metres, 6);
        expect(sum(ride.movements.map((m) => m.seconds))).toBeCloseTo(totals.seconds, 6);
        expect(totals.rein.left.metres + totals.rein.right.metres).toBeCloseTo(totals.metres, 6);
        expect(sum(Object.values(totals.gaitSeconds))).toBeCloseTo(totals.seconds, 6);
        expect(ride.path.lengthM).toBeCloseTo(totals.metres, 6);
        expect(Object.values(totals.strides).every(Number.isFinite)).toBe(true);
      }),
      { numRuns: 300, seed: 21 },
    );
  });

  test('has an equal mirror image', () => {
    fc.assert(
      fc.property(arbitraryLesson, (lesson) => {
        const [ride, image] = [compileRide(lesson), compileRide(mirrorLesson(lesson))];
        // Where a lesson names no start it begins on the left rein, and so does its image.
        // After a mistake the ride goes on from a guess, and a guess between two equal ways has no mirror.
        // Outside the rail there is no track to go on along.
        const inside = ride.path.pieces.every((p) => !metresOutside(ride.arena, p.curve.bounds()));
        fc.pre(lesson.start !== undefined && ride.faults.length === 0 && inside);
        expect(image.totals.metres).toBeCloseTo(ride.totals.metres, 6);
        expect(image.totals.seconds).toBeCloseTo(ride.totals.seconds, 6);
        expect(image.totals.rein.left.metres).toBeCloseTo(ride.totals.rein.right.metres, 6);
        expect(image.faults.map((f) => f.fault.code)).toEqual(ride.faults.map((f) => f.fault.code));
      }),
      { numRuns: 400, seed: 22 },
    );
  });

  test('with rounded corners has no jump in place or heading where it was rideable', () => {
    const ride = rideOf(SHEETS.lesson);
    ride.path.pieces.slice(1).forEach((piece, i) => {
      const last = ride.path.pieces[i]!;
      const [end, start] = [last.curve.at(last.curve.lengthM), piece.curve.at(0)];
      expect(Math.hypot(end.x - start.x, end.y - start.y)).toBeLessThan(1e-6);
      expect(Math.abs(wrapRad(end.headingRad - start.headingRad))).toBeLessThan(1e-6);
    });
  });
});

describe('sampling a ride', () => {
  const ride = rideOf(SHEETS.beginner);

  test('moves at the speed of the pace, and stands still in a halt', () => {
    const at = (t: number) => sampleRide(ride, t)!;
    expect(at(0)).toMatchObject({ x: 0, y: 0 });
    expect(at(2).metres - at(1).metres).toBeCloseTo(3.61, 6);
    const halt = ride.movements.find((m) => m.kind === 'halt')!;
    expect(at(halt.startsAtS + 1)).toMatchObject({ y: 20, span: { gait: 'halt' } });
    expect(at(halt.startsAtS + 3.9).metres).toBe(at(halt.startsAtS + 0.1).metres);
  });

  test('holds the first and last pose outside its time, and has none without a ride', () => {
    expect(sampleRide(ride, -5)!.metres).toBe(0);
    expect(sampleRide(ride, 1e6)!.metres).toBeCloseTo(ride.totals.metres, 6);
    expect(sampleRide(rideOf(''), 1)).toBeNull();
  });
});

describe('what cannot be ridden is said', () => {
  test.each([
    [
      'the letters that are reached',
      'A centre line\nE circle left 20\nX halt',
      'place-not-reached',
    ],
    ['a letter the arena does not have', 'arena 20x40\nV circle left 10', 'no-such-letter'],
    ['a line that ends at the rail', 'A centre line', 'course-not-continued'],
    ['a turn back on the spot', 'K-H loop 5', 'turns-back'],
    ['a figure that wants two letters', 'E loop 5', 'route-missing'],
    ['a change without a canter', 'A trot working\nE flying change', 'wrong-gait'],
    ['a serpentine from the long side', 'E serpentine 3', 'wrong-place'],
    [
      'a repeat that does not lead back',
      'A trot working\nrepeat 2 {\nK-B change rein\nB half circle right 10\n}',
      'turns-back',
    ],
  ])('%s', (_what, text, code) => {
    expect(codesOf(text)).toContain(code);
  });

  test('a pace that nobody named after a halt is taken up again, with a hint', () => {
    expect(codesOf('A trot working\nE halt\nK circle left 20')).toContain('pace-resumed');
    expect(codesOf('A trot working\nE halt, proceed trot working\nK circle left 20')).toEqual([
      'figure-leaves-arena',
    ]);
  });

  test('one mistake does not hide the next', () => {
    const codes = codesOf(
      'E loop 5\nQ circle left 20\nA circle left 20\nX circle left 10\nA centre line',
    );
    expect(codes).toEqual(
      expect.arrayContaining([
        'route-missing',
        'no-such-letter',
        'place-not-reached',
        'course-not-continued',
      ]),
    );
  });
});

test('a repeat ridden by text is the same as its lines written out', () => {
  const body = 'A centre line\nC track left\nE half circle left 10 return H\nM-X-K change rein\n';
  const short = rideOf(`A trot working\nrepeat 3 {\n${body}}\n`);
  const long = rideOf(`A trot working\n${body.repeat(3)}`);
  expect(short.totals).toEqual(long.totals);
});

test('repeats within repeats end, and say that they were too many', () => {
  const open = 'repeat 50 {\n'.repeat(4);
  const close = '}\n'.repeat(4);
  for (const line of ['C circle left 20', 'phase work', 'corners 3', '']) {
    const ride = rideOf(`${open}${line}\n${close}`);
    expect(ride.movements.length).toBeLessThan(4500);
    const said = ride.faults.some((f) => f.fault.code === 'too-many-movements');
    expect(said).toBe(line.startsWith('C') || line.startsWith('phase'));
  }
});

test('a settled lesson compiles to the same ride each time', () => {
  const { lesson } = parseLesson(SHEETS.lesson);
  expect(compileRide(lesson).totals).toEqual(compileRide(lesson).totals);
});
