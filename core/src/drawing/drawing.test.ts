import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseLesson } from '../notation/parse.ts';
import { compileRide } from '../ride/compile.ts';
import { arbitraryLesson } from '../testing/arbitraryLesson.ts';
import { PAPER, SHEETS, rideOf } from '../testing/lessons.ts';
import { beatStrokes } from './strokes.ts';
import { lineMarks } from './lineMarks.ts';
import { linesNear } from './nearest.ts';
import { SvgPath, svgPathOf, toView } from './svgPath.ts';

const lengthOf = (d: string): number => {
  // Lines only: what these tests draw has no arcs.
  const points = [...d.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(
    ([, x, y]) => [Number(x), Number(y)] as const,
  );
  return points
    .slice(1)
    .reduce((sum, [x, y], i) => sum + Math.hypot(x - points[i]![0], y - points[i]![1]), 0);
};

describe('the beat stroke', () => {
  test('has one period a stride of this horse, in each gait', () => {
    const ride = rideOf('A trot working\nC canter left\nA walk free\nC halt');
    for (const stroke of beatStrokes(ride)) {
      const period = stroke.marksM.reduce((sum, m) => sum + m, 0);
      expect(period).toBeCloseTo(stroke.span.strideM, 9);
      expect(stroke.offsetM).toBeGreaterThanOrEqual(0);
      expect(stroke.offsetM).toBeLessThan(period);
    }
  });

  test('runs on over a seam within a gait', () => {
    const ride = rideOf(`${PAPER}A trot working\nF trot working\nB trot working\nM halt`);
    const strokes = beatStrokes(ride).filter((s) => s.span.gait === 'trot');
    let strides = 0;
    for (const stroke of strokes) {
      expect(stroke.offsetM / stroke.span.strideM).toBeCloseTo(strides % 1, 6);
      strides += stroke.span.strides;
    }
  });

  test('collected work is heavier than free work', () => {
    const heavy = (text: string) => beatStrokes(rideOf(text))[0]!.gathering;
    expect(heavy('start A trot collected left\ngo large')).toBeGreaterThan(
      heavy('start A trot extended left\ngo large'),
    );
    expect(heavy('start A walk free left\ngo large')).toBe(0);
  });

  test('a line that is ridden again is drawn once', () => {
    const once = beatStrokes(rideOf(`${PAPER}go large`));
    const thrice = beatStrokes(rideOf(`${PAPER}go large x3`));
    const total = (strokes: typeof once) =>
      strokes.reduce((sum, s) => sum + lengthOf(svgPathOf((k) => s.draw(k))), 0);
    expect(total(once)).toBeGreaterThan(155);
    expect(total(thrice)).toBeLessThan(total(once) + 8);
  });

  test('but the chosen line is drawn in full', () => {
    const ride = rideOf(`${PAPER}go large\nA trot working\nA go large`);
    const chosen = ride.movements.at(-1)!;
    const whole = beatStrokes(ride, chosen.itemId).filter(
      (s) => ride.movements[s.movement]!.itemId === chosen.itemId,
    );
    expect(whole.reduce((sum, s) => sum + lengthOf(svgPathOf((k) => s.draw(k))), 0)).toBeCloseTo(
      160,
      1,
    );
  });

  test('the way to a place is told from the movement', () => {
    const strokes = beatStrokes(rideOf(`${PAPER}A trot working\nE circle left 10`));
    expect(new Set(strokes.map((s) => s.way))).toEqual(new Set([true, false]));
  });

  test('crossing lines do not hide each other', () => {
    const ride = rideOf(`${PAPER}A trot working\nH-X-F change rein\nK-X-M change rein`);
    const drawn = beatStrokes(ride)
      .filter((s) => ride.movements[s.movement]!.kind === 'change-rein')
      .reduce((sum, s) => sum + lengthOf(svgPathOf((k) => s.draw(k))), 0);
    expect(drawn).toBeCloseTo(104, 0);
  });

  test('never draws more than is ridden, whatever the lesson', () => {
    fc.assert(
      fc.property(arbitraryLesson, (lesson) => {
        const ride = compileRide(lesson);
        for (const stroke of beatStrokes(ride)) {
          const d = svgPathOf((sink) => stroke.draw(sink));
          expect(d).not.toMatch(/NaN|undefined|Infinity/);
          if (stroke.secondTrack) expect(svgPathOf(stroke.secondTrack)).toMatch(/^M/);
        }
      }),
      { numRuns: 150, seed: 41 },
    );
  });
});

describe('the SVG sink', () => {
  test('writes arcs that turn the way the horse does', () => {
    const d = svgPathOf((sink) => {
      sink.move({ x: 10, y: 0 });
      sink.arc({ centre: { x: 0, y: 0 }, radiusM: 10, startRad: 0, sweepRad: Math.PI / 2 });
    }, 'c-up');
    // A left turn seen from above, y down: the sweep flag is 0.
    expect(d).toBe('M10 0A10 10 0 0 0 0 -10');
  });

  test('splits a full circle, so that no arc is undefined', () => {
    const sink = new SvgPath('c-up');
    sink.move({ x: 5, y: 0 });
    sink.arc({ centre: { x: 0, y: 0 }, radiusM: 5, startRad: 0, sweepRad: 4 * Math.PI });
    expect(sink.toString().match(/A/g)).toHaveLength(6);
    expect(sink.toString().endsWith('5 0')).toBe(true);
  });

  test('both views are turns: left stays left', () => {
    const cross = (view: 'c-up' | 'c-right') => {
      const [o, ahead, left] = [
        { x: 0, y: 0 },
        { x: 0, y: 1 },
        { x: -1, y: 0 },
      ].map((p) => toView(view, p));
      return (ahead!.x - o!.x) * (left!.y - o!.y) - (ahead!.y - o!.y) * (left!.x - o!.x);
    };
    expect(cross('c-up')).toBeLessThan(0);
    expect(cross('c-right')).toBeLessThan(0);
  });

  test('draws a whole sheet', () => {
    for (const text of Object.values(SHEETS)) {
      const ds = beatStrokes(rideOf(text)).map((s) => svgPathOf((sink) => s.draw(sink)));
      expect(ds.length).toBeGreaterThan(8);
      for (const d of ds) expect(d).toMatch(/^M[-\d. MLA]+$/);
    }
  });
});

describe('the lines under a finger', () => {
  const text = 'A trot working\nC circle left 20\nA circle left 20\nH-K loop 5\n';
  const { lesson } = parseLesson(text);
  const ride = compileRide(lesson);
  const id = (n: number) => lesson.items[n]!.id;

  test('the far side of a circle is the circle, the track is the way to a place', () => {
    expect(linesNear(ride, { x: 0, y: 40.5 }, 1)).toEqual([id(1)]);
    expect(linesNear(ride, { x: 9.5, y: 25 }, 1)).toEqual(expect.arrayContaining([id(1)]));
    expect(linesNear(ride, { x: 3, y: 30 }, 1)).toEqual([]);
  });

  test('acts come before ways, and the nearest first', () => {
    const [first, ...others] = linesNear(ride, { x: -9.5, y: 50 }, 1.5);
    expect(ride.movements.some((m) => m.itemId === first && m.act !== -1)).toBe(true);
    expect(others.length).toBeGreaterThan(0);
    for (const item of linesNear(ride, { x: 0, y: 59.5 }, 1)) {
      expect(lesson.items.some((i) => i.id === item)).toBe(true);
    }
  });
});

describe('lines in the same place', () => {
  test('of different items are drawn beside one another, repeats of one are drawn once', () => {
    const twice = compileRide(
      parseLesson('A trot working\nC circle left 20\nC circle left 20\n').lesson,
    );
    const circles = (r: typeof twice) =>
      beatStrokes(r).filter((s) => r.movements[s.movement]!.kind === 'circle');
    expect(circles(twice).map((s) => s.pass)).toEqual([0, 1]);
    const repeated = compileRide(parseLesson('A trot working\nC circle left 20 x4\n').lesson);
    expect(circles(repeated).map((s) => s.pass)).toEqual([0]);
    // The inner one keeps half a metre from the outer one.
    const [, inner] = circles(twice);
    const points: number[][] = [];
    inner!.draw({
      move: (p) => points.push([p.x, p.y]),
      line: (p) => points.push([p.x, p.y]),
      arc: () => {},
    });
    for (const [x, y] of points) expect(Math.hypot(x!, y! - 50)).toBeCloseTo(9, 1);
  });

  test('a line beside another stays inside the rail where the ride does', () => {
    const { arena, ...ride } = compileRide(
      parseLesson('A trot working\n' + 'H-X-F change rein\nM-X-K change rein\n'.repeat(3)).lesson,
    );
    const strokes = beatStrokes({ arena, ...ride });
    expect(Math.max(...strokes.map((s) => s.pass))).toBeGreaterThan(0);
    for (const stroke of strokes) {
      const said = (p: { x: number; y: number }) => {
        expect(Math.abs(p.x)).toBeLessThanOrEqual(arena.widthM / 2);
        expect(p.y).toBeGreaterThanOrEqual(0);
        expect(p.y).toBeLessThanOrEqual(arena.lengthM);
      };
      stroke.draw({ move: said, line: said, arc: () => {} });
    }
  });

  test('a way is drawn only where nothing else is', () => {
    const ride = compileRide(parseLesson('A trot working\ngo large\nC halt 4 s\n').lesson);
    expect(beatStrokes(ride).filter((s) => s.way)).toEqual([]);
  });
});

describe('the marks of the chosen line', () => {
  const marks = (text: string) => {
    const { lesson } = parseLesson(`A trot working\n${text}`);
    const all = lineMarks(compileRide(lesson), lesson.items.at(-1)!.id);
    return {
      directions: all.filter((m) => m.kind === 'direction').length,
      hooks: all.filter((m) => m.kind !== 'direction').map((m) => `${m.kind} ${m.side}`),
    };
  };

  test('say the way it goes, and the bend, or in canter the lead', () => {
    expect(marks('C circle left 20')).toEqual({ directions: 4, hooks: ['bend left'] });
    expect(marks('F-M shoulder-in')).toMatchObject({ hooks: ['bend left'] });
    expect(marks('A centre line\nD-R leg-yield right')).toMatchObject({ hooks: ['bend left'] });
    expect(marks('F-M')).toMatchObject({ hooks: [] });
    expect(marks('C canter right\nB circle left 20')).toMatchObject({ hooks: ['lead right'] });
  });

  test('stand on the first round only, whatever is repeated', () => {
    expect(marks('C circle left 20 x5').directions).toBe(4);
    expect(lineMarks(compileRide(parseLesson('C circle left 20').lesson), null)).toEqual([]);
  });
});
