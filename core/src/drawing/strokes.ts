import type { Sink } from '../geometry/sink.ts';
import type { Ride, RideSpan } from '../ride/types.ts';
import { beatMarksM } from './beats.ts';

/** A part of the ridden line in one gait, drawn as its beats. */
export interface BeatStroke {
  readonly movement: number;
  readonly span: RideSpan;
  /** Marks and gaps in metres, one stride a period. */
  readonly marksM: readonly number[];
  /** Where in the period it begins, so that the beats run on over a seam. */
  readonly offsetM: number;
  /** 0 for free paces … 1 for collected ones: drawn heavier. */
  readonly gathering: number;
  draw(sink: Sink): void;
}

const GATHERING: Readonly<Record<string, number>> = {
  free: 0,
  extended: 0.35,
  medium: 0.4,
  lengthened: 0.3,
  working: 0.45,
  collected: 1,
};

/** The ride as beat strokes, in the order they are ridden. */
export function beatStrokes(ride: Ride): BeatStroke[] {
  let strides = 0;
  let gait = '';
  return ride.spans
    .filter((span) => span.lengthM > 0)
    .map((span) => {
      if (span.gait !== gait) strides = 0;
      gait = span.gait;
      const offsetM = (strides % 1) * span.strideM;
      strides += span.strides;
      return {
        movement: span.movement,
        span,
        marksM: beatMarksM(span.gait, span.strideM),
        offsetM,
        gathering: GATHERING[span.riding.pace] ?? 0.45,
        draw: (sink) => drawStretch(ride, span.startM, span.startM + span.lengthM, sink),
      };
    });
}

/** Draws the ridden line between two distances into a sink. */
export function drawStretch(ride: Ride, fromM: number, toM: number, sink: Sink): void {
  const { pieces } = ride.path;
  let pen: { x: number; y: number } | null = null;
  for (const piece of pieces) {
    const from = Math.max(fromM, piece.startM) - piece.startM;
    const to = Math.min(toM, piece.startM + piece.curve.lengthM) - piece.startM;
    if (to - from <= 1e-6) continue;
    const start = piece.curve.at(from);
    if (!pen || Math.hypot(pen.x - start.x, pen.y - start.y) > 0.01) sink.move(start);
    piece.curve.draw(sink, from, to);
    pen = piece.curve.at(to);
  }
}
