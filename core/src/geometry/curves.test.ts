import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { svgPathProperties } from 'svg-path-properties';
import { svgPathOf } from '../drawing/svgPath.ts';
import { TAU, wrapRad } from '../units.ts';
import { arc } from './arc.ts';
import { blend, type PlannedLeg } from './blend.ts';
import { distanceM, type Curve } from './curve.ts';
import { line } from './line.ts';
import type { Sink } from './sink.ts';
import { spiral, spiralFrom } from './spiral.ts';

const coordinate = fc.double({ min: -30, max: 30, noNaN: true });
const point = fc.record({ x: coordinate, y: coordinate });
const heading = fc.double({ min: -Math.PI, max: Math.PI, noNaN: true });
const radius = fc.double({ min: 1, max: 25, noNaN: true });
/** From the smallest volte to the whole width of the arena. */
const spiralRadius = fc.double({ min: 3, max: 10, noNaN: true });
const sweep = fc.double({ min: 0.1, max: 9, noNaN: true }).chain((s) => fc.constantFrom(s, -s));

const curves: Record<string, fc.Arbitrary<Curve>> = {
  line: fc
    .tuple(point, point)
    .filter(([a, b]) => distanceM(a, b) > 0.1)
    .map(([a, b]) => line(a, b)),
  arc: fc.tuple(point, heading, radius, sweep).map(([p, h, r, s]) => arc(p, h, r, s)),
  spiral: fc
    .tuple(
      point,
      heading,
      spiralRadius,
      spiralRadius,
      fc.double({ min: 0.5, max: 3, noNaN: true }),
      fc.constantFrom(1 as const, -1 as const),
    )
    .map(([p, h, a, b, rounds, side]) => spiralFrom(p, h, side, a, b, rounds)),
};

describe.each(Object.entries(curves))('every %s', (_name, anyCurve) => {
  test('moves along its heading, at its curvature, as far as its length says', () => {
    fc.assert(
      fc.property(anyCurve, fc.double({ min: 0.05, max: 0.95, noNaN: true }), (curve, share) => {
        const s = share * curve.lengthM;
        const h = 1e-4;
        const [a, b] = [curve.at(s - h), curve.at(s + h)];
        const here = curve.at(s);
        expect(distanceM(a, b)).toBeCloseTo(2 * h, 5);
        const moved = Math.atan2(b.y - a.y, b.x - a.x);
        expect(Math.abs(wrapRad(moved - here.headingRad))).toBeLessThan(1e-3);
        expect((b.headingRad - a.headingRad) / (2 * h)).toBeCloseTo(here.curvature, 2);
      }),
      { numRuns: 60, seed: 7 },
    );
  });

  test('stays within its bounds, and touches them', () => {
    fc.assert(
      fc.property(anyCurve, (curve) => {
        const box = curve.bounds();
        const points = Array.from({ length: 361 }, (_, i) => curve.at((curve.lengthM * i) / 360));
        expect(Math.min(...points.map((p) => p.x))).toBeGreaterThan(box.minX - 2e-3);
        expect(Math.max(...points.map((p) => p.y))).toBeLessThan(box.maxY + 2e-3);
        expect(Math.max(...points.map((p) => p.x))).toBeGreaterThan(box.maxX - 0.05);
      }),
      { numRuns: 20, seed: 8 },
    );
  });

  // Source: svg-path-properties, an independent measurer of drawn paths.
  test('is drawn with the length it says it has', () => {
    fc.assert(
      fc.property(anyCurve, (curve) => {
        const draw = (sink: Sink) => {
          sink.move(curve.at(0));
          curve.draw(sink, 0, curve.lengthM);
        };
        const drawn = new svgPathProperties(svgPathOf(draw, 'c-up', 9)).getTotalLength();
        // That measurer takes an arc as some hundred chords, and a spiral is drawn in short straight
        // pieces: both are a little shorter than the curve, never longer.
        const short = { line: 1e-8, arc: 1e-5, spiral: 4e-3 }[curve.kind];
        expect(drawn).toBeLessThan(curve.lengthM + 1e-6);
        expect(drawn).toBeGreaterThan(curve.lengthM * (1 - short));
      }),
      { numRuns: 30, seed: 9 },
    );
  });
});

describe('a spiral', () => {
  /** ∫√(r² + r′²)dθ by the trapezoid rule with very many steps: another way to the same number. */
  const integrated = (from: number, to: number, turn: number): number => {
    const steps = 400_000;
    let sum = 0;
    for (let i = 0; i <= steps; i++) {
      const u = i / steps;
      const r = from + (to - from) * (3 * u * u - 2 * u * u * u);
      const slope = ((to - from) * (6 * u - 6 * u * u)) / turn;
      sum += Math.hypot(r, slope) * (i === 0 || i === steps ? 0.5 : 1);
    }
    return (sum * turn) / steps;
  };

  test.each([
    [10, 5, 2],
    [5, 10, 1],
    [9.5, 4, 3],
  ])('from %p m to %p m in %p rounds has the length of its integral', (from, to, rounds) => {
    const curve = spiral({ x: 0, y: 0 }, 0, from, to, rounds * TAU);
    expect(curve.lengthM).toBeCloseTo(integrated(from, to, rounds * TAU), 6);
  });

  test('leaves and meets its circles without a jump in heading', () => {
    const curve = spiral({ x: 0, y: 0 }, 0, 10, 5, 2 * TAU);
    expect(curve.at(0).headingRad).toBeCloseTo(Math.PI / 2, 9);
    expect(wrapRad(curve.at(curve.lengthM).headingRad)).toBeCloseTo(Math.PI / 2, 9);
  });
});

test('a radius that is not positive is a mistake of the program', () => {
  expect(() => arc({ x: 0, y: 0 }, 0, 0, 1)).toThrow('radiusM must be > 0, got 0');
  expect(() => spiral({ x: 0, y: 0 }, 0, 5, -1, 1)).toThrow('radii must be > 0');
});

describe('rounding corners', () => {
  const leg = (x1: number, y1: number, x2: number, y2: number, r: number): PlannedLeg => ({
    curve: line({ x: x1, y: y1 }, { x: x2, y: y2 }),
    cornerRadiusM: r,
  });

  test('a quarter turn of radius r saves (2 − π/2)·r', () => {
    const path = blend([leg(0, 0, 20, 0, 5), leg(20, 0, 20, 20, 5)]);
    expect(path.lengthM).toBeCloseTo(40 - (2 - Math.PI / 2) * 5, 9);
    expect(path.pieces).toHaveLength(3);
  });

  test('a mark on the straight does not hinder the corner after it', () => {
    const plain = blend([leg(0, 0, 20, 0, 5), leg(20, 0, 20, 20, 5)]);
    const marked = blend([leg(0, 0, 19, 0, 5), leg(19, 0, 20, 0, 5), leg(20, 0, 20, 20, 5)]);
    expect(marked.lengthM).toBeCloseTo(plain.lengthM, 9);
    // The mark lies inside the arc: four fifths of its first half.
    expect(marked.riddenM(19)).toBeCloseTo(15 + (4 / 5) * ((Math.PI * 5) / 4), 9);
  });

  test('arcs that would overlap on a short side shrink together until they fit', () => {
    const path = blend([leg(0, 0, 20, 0, 5), leg(20, 0, 20, 6, 5), leg(20, 6, 0, 6, 5)]);
    const radii = path.pieces.flatMap((p) =>
      p.curve.kind === 'arc' ? [1 / p.curve.at(0).curvature] : [],
    );
    expect(radii).toEqual([expect.closeTo(3, 9), expect.closeTo(3, 9)]);
  });

  test('planned metres fall on the ridden line in order, from its start to its end', () => {
    fc.assert(
      fc.property(fc.array(point, { minLength: 3, maxLength: 9 }), radius, (points, r) => {
        const legs = points.slice(1).map((p, i) => leg(points[i]!.x, points[i]!.y, p.x, p.y, r));
        const planned = legs.reduce((sum, l) => sum + l.curve.lengthM, 0);
        const path = blend(legs);
        const marks = Array.from({ length: 50 }, (_, i) => path.riddenM((planned * i) / 49));
        expect(marks[0]).toBeCloseTo(0, 9);
        expect(marks[49]).toBeCloseTo(path.lengthM, 6);
        marks.slice(1).forEach((m, i) => expect(m).toBeGreaterThanOrEqual(marks[i]! - 1e-9));
      }),
      { numRuns: 100, seed: 10 },
    );
  });
});
