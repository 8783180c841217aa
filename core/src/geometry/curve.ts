import type { Point } from './point.ts';
import type { Sink } from './sink.ts';

export type { Point };

/** A point and the direction of travel there, in radians anticlockwise from +x. */
export interface CurvePoint extends Point {
  readonly headingRad: number;
  /** 1/m, positive to the left. */
  readonly curvature: number;
}

export interface Bounds {
  readonly minX: number;
  readonly maxX: number;
  readonly minY: number;
  readonly maxY: number;
}

/**
 * A directed piece of the ridden line, measured by its own length.
 * `at` accepts 0…lengthM and clamps what lies outside.
 */
export interface Curve {
  readonly kind: 'line' | 'arc' | 'spiral';
  readonly lengthM: number;
  at(distanceM: number): CurvePoint;
  bounds(): Bounds;
  /** Continues a drawing whose pen stands at the start of the part, from one distance to another. */
  draw(sink: Sink, fromM: number, toM: number): void;
}

export function distanceM(a: Point, b: Point): number {
  return Math.hypot(b.x - a.x, b.y - a.y);
}

export function headingTo(from: Point, to: Point): number {
  return Math.atan2(to.y - from.y, to.x - from.x);
}

/** The point `forwardM` ahead and `leftM` to the left of a pose. */
export function offset(from: Point, headingRad: number, forwardM: number, leftM = 0): Point {
  const cos = Math.cos(headingRad);
  const sin = Math.sin(headingRad);
  return { x: from.x + forwardM * cos - leftM * sin, y: from.y + forwardM * sin + leftM * cos };
}

export function boxAround(points: readonly Point[]): Bounds {
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  return {
    minX: Math.min(...xs),
    maxX: Math.max(...xs),
    minY: Math.min(...ys),
    maxY: Math.max(...ys),
  };
}
