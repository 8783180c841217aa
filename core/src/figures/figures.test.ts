import { describe, expect, test } from '@jest/globals';
import { metresOutside } from '../arena/arena.ts';
import type { Rein } from '../arena/rein.ts';
import { PAPER, SHORT_PAPER, codesOf, movementOf, rideOf } from '../testing/lessons.ts';
import { wrapRad } from '../units.ts';

/** Where figures begin and end, on which rein, and which way is on. */

const near = (x: number, y: number): { x: number; y: number } => ({
  x: expect.closeTo(x, 6) as unknown as number,
  y: expect.closeTo(y, 6) as unknown as number,
});

/** The rein before, at and after a figure. */
function reins(text: string): Rein[] {
  const ride = rideOf(PAPER + text);
  const found: Rein[] = [];
  for (const span of ride.spans) {
    if (found.at(-1) !== span.riding.rein) found.push(span.riding.rein);
  }
  return found;
}

/** Where the horse passes next, after a line. */
const next = (text: string): string =>
  rideOf(`${PAPER}${text}`)
    .movements.filter((m) => m.kind === 'track')
    .at(-1)?.text ?? '';

describe('figures end where they should', () => {
  test.each([
    ['E circle left 20', 'circle', [-10, 30], [-10, 30]],
    ['E half circle left 20', 'half-circle', [-10, 30], [10, 30]],
    ['E half circle left 10', 'half-circle', [-10, 30], [0, 30]],
    ['C three-quarter circle left 20', 'three-quarter-circle', [0, 60], [10, 50]],
    ['E half circle left 10 return H', 'half-circle-return', [-10, 30], [-10, 54]],
    ['H-X-F change rein', 'change-rein', [-10, 54], [10, 6]],
    ['M-E change rein', 'change-rein', [10, 54], [-10, 30]],
    ['F-X half diagonal', 'half-diagonal', [10, 6], [0, 30]],
    ['A serpentine 3 to C', 'serpentine', [0, 0], [0, 60]],
    ['C serpentine 4 to A', 'serpentine', [0, 60], [0, 0]],
    ['H-K loop 5', 'loop', [-10, 54], [-10, 6]],
    ['A change through circle 20', 'change-through-circle', [0, 0], [0, 20]],
    ['C spiral in 20 to 10 x2', 'spiral', [0, 60], [0, 55]],
    ['F inner track 2', 'inner-track', [10, 6], [8, 11]],
    ['F rectangle inset 2.4', 'rectangle', [10, 6], [10, 16]],
    ['P rectangle between P and R', 'rectangle', [10, 18], [10, 18]],
    ['E diamond 20', 'diamond', [-10, 30], [-10, 30]],
  ] as [string, string, [number, number], [number, number]][])('%s', (text, kind, from, to) => {
    const movement = movementOf(rideOf(PAPER + text), kind);
    expect(movement.from).toEqual(near(...from));
    expect(movement.to).toEqual(near(...to));
  });

  test('the reverse half circle touches the track twelve metres on', () => {
    const ride = rideOf(`${PAPER}E reverse half circle right 10`);
    expect(movementOf(ride, 'reverse-half-circle').to).toEqual(near(-10, 18));
  });

  test('a spiral out comes back to where the spiral in began', () => {
    for (const inset of [0, 0.5]) {
      const ride = rideOf(
        `arena 20x60 inset ${inset}\nC spiral in 20 to 10 x2\nspiral out 10 to 20 x2\n`,
      );
      const [inwards, out] = ride.movements.filter((m) => m.kind === 'spiral');
      expect(out!.to).toEqual(near(inwards!.from.x, inwards!.from.y));
    }
  });

  test('a loop is parallel to the track at its middle, at its depth from the rail', () => {
    for (const [inset, depth] of [
      [0, 5],
      [0.5, 5],
      [0.5, 10],
    ] as const) {
      const ride = rideOf(`arena 20x60 inset ${inset}\nH-K loop ${depth}`);
      const loop = movementOf(ride, 'loop');
      const middle = ride.path.at(loop.startM + loop.metres / 2);
      expect(middle.x).toBeCloseTo(-10 + depth, 6);
      expect(Math.abs(wrapRad(middle.headingRad + Math.PI / 2))).toBeLessThan(1e-6);
    }
  });

  test('serpentine loops touch both long sides where they are wide enough', () => {
    const ride = rideOf(`${PAPER}A serpentine 3 to C`);
    const xs = Array.from({ length: 200 }, (_, i) => ride.path.at((ride.path.lengthM * i) / 199).x);
    expect(Math.max(...xs)).toBeCloseTo(10, 2);
    expect(Math.min(...xs)).toBeCloseTo(-10, 2);
  });

  test('a circle is tangent to the line ridden at its letter', () => {
    for (const text of [
      'E circle left 10',
      'A centre line\nX circle right 8',
      'H-X-F change rein\nB circle right 15',
    ]) {
      const ride = rideOf(`${PAPER}${text}`);
      const { startM } = movementOf(ride, 'circle');
      const [before, after] = [ride.path.at(startM - 1e-6), ride.path.at(startM + 1e-6)];
      expect(Math.abs(wrapRad(before.headingRad - after.headingRad))).toBeLessThan(1e-5);
    }
  });
});

describe('where one figure meets another', () => {
  /** How far the ridden line leaves the arena, metres. */
  const outside = (text: string): number => {
    const { arena, path } = rideOf(`arena 20x60\n${text}`);
    return Math.max(...path.pieces.map((p) => metresOutside(arena, p.curve.bounds())));
  };

  test.each([
    'H-X-F change rein\nF circle right 10',
    'H-B change rein\nB circle right 20',
    'E square left 20 x2\nE circle left 15',
    'P rectangle between P and R\nP circle left 10',
    'E half circle left 10 return H\nH circle right 10',
    'K-X-M change rein\nM circle left 10',
    'F rectangle inset 2.4\nP circle left 10',
  ])('%s: the figure lies on the track', (text) => {
    expect(codesOf(`arena 20x60\n${text}`)).not.toContain('figure-leaves-arena');
    expect(outside(text)).toBeLessThan(0.05);
    const circle = movementOf(rideOf(`arena 20x60\n${text}`), 'circle');
    expect(circle.to).toEqual(near(circle.from.x, circle.from.y));
  });

  test('straight back the way it came the horse cannot go', () => {
    for (const text of [
      'A centre line\nC centre line',
      'E turn left\nB track left\nB turn left\nE halt',
    ]) {
      expect(codesOf(PAPER + text)).toContain('turns-back');
    }
  });
});

describe('the rein', () => {
  test.each([
    ['E circle left 20', ['left']],
    ['H-X-F change rein', ['left', 'right']],
    ['E half circle left 10 return H', ['left', 'right']],
    ['E reverse half circle right 10', ['left', 'right']],
    ['A serpentine 3 to C', ['left', 'right', 'left']],
    ['A serpentine 4 to C', ['left', 'right', 'left', 'right']],
    ['A change through circle 20', ['left', 'right']],
    ['E-B half circle left 20', ['left']],
    ['A centre line\nC track right\nM halt', ['left', 'right']],
    ['A centre line\nC track left\nH halt', ['left']],
    ['A centre line\nX circle right 8\nG halt', ['left', 'right', 'left']],
    ['E turn left\nB track right\nF halt', ['left', 'right']],
    ['X figure eight 10', ['left', 'right']],
    ['B turn on forehand left 180\nF halt', ['left', 'right']],
  ])('%s', (text, expected) => {
    const before = text.startsWith('X figure') ? 'A centre line\n' : '';
    expect(reins(before + text)).toEqual(expected);
  });

  test('changes at the middle of a change of rein', () => {
    const ride = rideOf(`${PAPER}H-X-F change rein`);
    const change = movementOf(ride, 'change-rein');
    const index = ride.movements.indexOf(ride.movements.find((m) => m.kind === 'change-rein')!);
    const [left, right] = ride.spans.filter((s) => s.movement === index);
    expect([left!.riding.rein, right!.riding.rein]).toEqual(['left', 'right']);
    expect(left!.lengthM).toBeCloseTo(change.metres / 2, 6);
  });
});

describe('the way on', () => {
  test.each([
    ['after a diagonal it goes on along the new rein', 'H-X-F change rein\nE halt', 'to E'],
    ['after the centre line the next letter decides', 'A centre line\nM halt', 'to M'],
    ['across the school, the shorter way', 'E turn left\nF halt', 'to F'],
    [
      'after a half circle it follows the arc',
      'E half circle left 10\nC track left\nH halt',
      'to H',
    ],
  ])('%s', (_what, text, expected) => {
    expect(next(text)).toBe(expected);
    expect(codesOf(PAPER + text)).not.toContain('place-not-reached');
  });

  test('a place where the horse already stands is reached at once', () => {
    const ride = rideOf(`${PAPER}A trot working\nA circle left 20\nA circle left 10`);
    expect(ride.movements.map((m) => m.kind)).toEqual(['transition', 'circle', 'circle']);
  });

  test('a place never reached is said with the letters that are', () => {
    const { faults } = rideOf(`${PAPER}A centre line\nB circle right 10\nX halt`);
    expect(faults.map((f) => f.fault.code)).toContain('place-not-reached');
    const line = rideOf(`${PAPER}A centre line\nD trot\nA..F walk\nL halt`).faults;
    expect(line.length).toBeGreaterThan(0);
  });

  test('the inner track is level with the letters', () => {
    const ride = rideOf(`${PAPER}F inner track 2\nB halt\nC halt`);
    const [b, c] = ride.movements.filter((m) => m.kind === 'halt');
    expect(b!.from).toEqual(near(8, 30));
    expect(c!.from).toEqual(near(0, 58));
  });

  test('between two letters is halfway along the course', () => {
    const at = (text: string) => rideOf(PAPER + text).movements.at(-1)!.from;
    expect(at('F/B trot')).toEqual(near(10, 18));
    expect(at('K/A trot')).toEqual(near(-8, 0));
    expect(rideOf(`${SHORT_PAPER}B/M trot`).movements.at(-1)!.from).toEqual(near(10, 27));
  });

  test('along the track from letter to letter, whatever lies between', () => {
    const ride = rideOf(`${PAPER}A..V trot working`);
    expect(movementOf(ride, 'line').metres).toBeCloseTo(10 + 60 + 20 + 42, 6);
  });
});

describe('other arenas', () => {
  test('a small hall has its letters and its own figures', () => {
    const hall = 'arena 15x30 inset 0\ncorners 0\n';
    expect(movementOf(rideOf(`${hall}go large`), 'go-large').metres).toBeCloseTo(90, 6);
    expect(movementOf(rideOf(`${hall}E circle left 15`), 'circle').metres).toBeCloseTo(
      15 * Math.PI,
      6,
    );
    expect(codesOf(`${hall}V circle left 10`)).toContain('no-such-letter');
    expect(movementOf(rideOf(`${hall}A serpentine 2 to C`), 'serpentine').metres).toBeCloseTo(
      15 * Math.PI,
      6,
    );
  });

  test('wide loops: quarter circles joined along the rail when there is more length than width', () => {
    // s = 30 > W = 20: quarter circles of 10 m joined by 10 m along the rail.
    const { metres } = movementOf(rideOf(`${PAPER}A serpentine 2 to C`), 'serpentine');
    expect(metres).toBeCloseTo(2 * (10 * Math.PI + 10), 6);
  });
});
