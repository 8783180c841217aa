import type { Point } from './point.ts';

/** A part of a circle; a positive sweep turns to the left (anticlockwise). */
export interface ArcStroke {
  readonly centre: Point;
  readonly radiusM: number;
  readonly startRad: number;
  readonly sweepRad: number;
}

/** The drawing port: whatever draws (SVG, a canvas, text) implements these three. */
export interface Sink {
  move(to: Point): void;
  line(to: Point): void;
  arc(stroke: ArcStroke): void;
}
