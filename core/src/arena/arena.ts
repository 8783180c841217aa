import { SAME_M } from '../units.ts';
import type { Bounds, Point } from '../geometry/curve.ts';

/** Sizes in metres. `insetM` is how far inside the rail the middle of the horse runs. */
export interface Arena {
  readonly widthM: number;
  readonly lengthM: number;
  readonly insetM: number;
}

export type Side = 'left' | 'right' | 'A' | 'C' | 'centre';

export interface Letter {
  readonly name: string;
  readonly side: Side;
  /** Metres from A's short side. */
  readonly y: number;
}

/** Half a metre inside the rail: common practice. */
export const DEFAULT_INSET_M = 0.5;

/** The two standard arenas. Source: international dressage rules, arena (from memory). */
export const LONG_ARENA: Arena = { widthM: 20, lengthM: 60, insetM: DEFAULT_INSET_M };
export const SHORT_ARENA: Arena = { ...LONG_ARENA, lengthM: 40 };

/**
 * Metres from A's short side: [left side, right side, centre line].
 * Source: international dressage rules, arena (from memory).
 */
const LONG = {
  lengthM: 60,
  left: { K: 6, V: 18, E: 30, S: 42, H: 54 },
  right: { F: 6, P: 18, B: 30, R: 42, M: 54 },
  centre: { D: 6, L: 18, X: 30, I: 42, G: 54 },
};
const SHORT = {
  lengthM: 40,
  left: { K: 6, E: 20, H: 34 },
  right: { F: 6, B: 20, M: 34 },
  centre: { D: 6, X: 20, G: 34 },
};

/** Other lengths take the letters of the nearer standard arena, in the same proportions. */
const NEARER_LONG_FROM_M = 50;

/** Letters are asked for all the time, and an arena never changes. */
const known = new WeakMap<Arena, readonly Letter[]>();

/** All letters of an arena, in the order A, left side, C, right side, centre line. */
export function lettersOf(arena: Arena): readonly Letter[] {
  const found = known.get(arena) ?? placeLetters(arena);
  known.set(arena, found);
  return found;
}

function placeLetters(arena: Arena): Letter[] {
  const plan = arena.lengthM >= NEARER_LONG_FROM_M ? LONG : SHORT;
  const scale = arena.lengthM / plan.lengthM;
  const along = (side: Side, table: Record<string, number>): Letter[] =>
    Object.entries(table).map(([name, y]) => ({ name, side, y: y * scale }));
  return [
    { name: 'A', side: 'A', y: 0 },
    ...along('left', plan.left),
    { name: 'C', side: 'C', y: arena.lengthM },
    ...along('right', plan.right),
    ...along('centre', plan.centre),
  ];
}

export function findLetter(arena: Arena, name: string): Letter | undefined {
  return lettersOf(arena).find((letter) => letter.name === name);
}

/** Where a letter stands: on the rail, or on the centre line. */
export function letterOnRail(arena: Arena, letter: Letter): Point {
  const half = arena.widthM / 2;
  const x = letter.side === 'left' ? -half : letter.side === 'right' ? half : 0;
  return { x, y: letter.y };
}

/** Where a horse passes a letter: on the ridden track, or on the centre line. */
export function letterOnTrack(arena: Arena, letter: Letter): Point {
  const half = arena.widthM / 2 - arena.insetM;
  switch (letter.side) {
    case 'left':
      return { x: -half, y: letter.y };
    case 'right':
      return { x: half, y: letter.y };
    case 'A':
      return { x: 0, y: arena.insetM };
    case 'C':
      return { x: 0, y: arena.lengthM - arena.insetM };
    case 'centre':
      return { x: 0, y: letter.y };
  }
}

export function railBox(arena: Arena): Bounds {
  const half = arena.widthM / 2;
  return { minX: -half, maxX: half, minY: 0, maxY: arena.lengthM };
}

/** The rectangle of the ridden track, `furtherInM` further in when given. */
export function trackBox(arena: Arena, furtherInM = 0): Bounds {
  const inM = arena.insetM + furtherInM;
  const half = arena.widthM / 2 - inM;
  return { minX: -half, maxX: half, minY: inM, maxY: arena.lengthM - inM };
}

/** How far a box reaches over the rail, 0 when it stays inside. */
export function metresOutside(arena: Arena, box: Bounds): number {
  const rail = railBox(arena);
  const over = Math.max(
    rail.minX - box.minX,
    box.maxX - rail.maxX,
    rail.minY - box.minY,
    box.maxY - rail.maxY,
  );
  return over > SAME_M ? over : 0;
}

/** The nearest letter to a point, on the ridden track. */
export function nearestLetter(arena: Arena, point: Point): { name: string; distanceM: number } {
  let best = { name: 'A', distanceM: Infinity };
  for (const letter of lettersOf(arena)) {
    const at = letterOnTrack(arena, letter);
    const distanceM = Math.hypot(at.x - point.x, at.y - point.y);
    if (distanceM < best.distanceM) best = { name: letter.name, distanceM };
  }
  return best;
}
