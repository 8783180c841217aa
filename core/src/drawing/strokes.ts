import { railBox } from '../arena/arena.ts';
import { turnSign } from '../arena/rein.ts';
import type { Gait } from '../gaits/paces.ts';
import { offset, type Bounds, type CurvePoint, type Point } from '../geometry/curve.ts';
import type { Sink } from '../geometry/sink.ts';
import type { Ride, RideSpan } from '../ride/types.ts';
import { SAME_M, clamp } from '../units.ts';
import { lastNotAfter } from '../geometry/blend.ts';
import { beatMarksM } from './beats.ts';
import { hoofTracks } from './hoofTracks.ts';

/** A part of the ridden line in one gait, drawn as its beats. */
export interface BeatStroke {
  readonly movement: number;
  readonly span: RideSpan;
  /** The part of the ridden line, metres from its beginning. */
  readonly fromM: number;
  readonly toM: number;
  /** How far its one or two tracks are drawn to the left of the ridden line, metres. */
  readonly besideM: readonly number[];
  /** The way to the place of a movement, not the movement itself. */
  readonly way: boolean;
  /** How many other lines of the lesson run here before it: it is drawn so far to the inside. */
  readonly pass: number;
  /** Marks and gaps in metres, one stride a period. */
  readonly marksM: readonly number[];
  /** Where in the period it begins, so that the beats run on over a seam. */
  readonly offsetM: number;
  /** 0 for free paces … 1 for collected ones: drawn heavier. */
  readonly gathering: number;
  draw(sink: Sink): void;
  /** The second track of lateral work, drawn beside the first; null on one track. */
  readonly secondTrack: ((sink: Sink) => void) | null;
}

export const GATHERING: Readonly<Record<string, number>> = {
  free: 0,
  extended: 0.35,
  medium: 0.4,
  lengthened: 0.3,
  working: 0.45,
  collected: 1,
};

interface Stretch {
  readonly fromM: number;
  readonly toM: number;
  readonly pass: number;
}

/** What runs through each place already: the lines in order, and where the last one was there. */
interface Drawn {
  /** Up to three lines as digits of one number, the first one lowest: a lesson asks this very often. */
  readonly lines: Map<number, number>;
  readonly lastM: Map<number, number>;
}

/** Passes of different lines lie so far apart, and more than these are not told apart. */
const PASS_APART_M = 0.5;
const MOST_PASSES = 3;
/** More than a lesson has lines. */
const DIGIT = 4096;

/**
 * The ride as beat strokes. A line that is ridden again is drawn once; another line in the same place
 * is drawn beside it, so that the beats of one do not fill the gaps of the other. Acts come first,
 * then the ways between them where nothing is yet.
 *
 * @param whole an item that is drawn in full, whatever lies below it
 */
export function beatStrokes(ride: Ride, whole: string | null = null): BeatStroke[] {
  const drawn: Drawn = { lines: new Map(), lastM: new Map() };
  const numbers = new Map<string, number>();
  const spans = ride.spans.filter((span) => span.lengthM > 0);
  const offsets = offsetsOf(spans);
  const isWay = (span: RideSpan) => ride.movements[span.movement]!.act === -1;
  const order = [...spans.filter((s) => !isWay(s)), ...spans.filter(isWay)];
  return order.flatMap((span) => {
    const movement = ride.movements[span.movement]!;
    const layer = isWay(span) ? WAY_LAYER : LAYERS[span.gait];
    let number = numbers.get(movement.itemId);
    if (number === undefined) numbers.set(movement.itemId, (number = numbers.size + 1));
    const fresh = freshStretches(ride, span, layer, number, drawn);
    const first = movement.itemId === whole && movement.round === 1;
    const all = { fromM: span.startM, toM: span.startM + span.lengthM, pass: 0 };
    const stretches = first ? [all] : fresh;
    const tracks = hoofTracks(span);
    // One side for the whole movement, also when the rein changes in its middle.
    const insideM = PASS_APART_M * turnSign(movement.rein);
    return stretches.map(({ fromM, toM, pass }): BeatStroke => {
      const [firstM, secondM] = (tracks ? [tracks.hindM, tracks.foreM] : [0]).map(
        (m) => m + pass * insideM,
      ) as [number, number?];
      return {
        movement: span.movement,
        span,
        fromM,
        toM,
        besideM: secondM === undefined ? [firstM] : [firstM, secondM],
        way: isWay(span),
        pass,
        marksM: beatMarksM(span.gait, span.strideM),
        offsetM: (offsets.get(span)! + fromM - span.startM) % span.strideM,
        gathering: GATHERING[span.riding.pace] ?? 0.45,
        draw: (sink) => drawBeside(ride, { fromM, toM }, firstM, sink),
        secondTrack:
          secondM === undefined ? null : (sink) => drawBeside(ride, { fromM, toM }, secondM, sink),
      };
    });
  });
}

/** Where in a stride each span begins, counted on as long as the gait lasts. */
function offsetsOf(spans: readonly RideSpan[]): Map<RideSpan, number> {
  const offsets = new Map<RideSpan, number>();
  let strides = 0;
  let gait = '';
  for (const span of spans) {
    if (span.gait !== gait) strides = 0;
    gait = span.gait;
    offsets.set(span, (strides % 1) * span.strideM);
    strides += span.strides;
  }
  return offsets;
}

/** Finer than the width of a track, coarse enough that two passes of one line meet. */
const CELL_M = 0.9;
const STEP_M = 0.6;
/** Shorter remains of an earlier line are not worth a mark. */
const SHORTEST_M = 1.5;

/** Layers of what is drawn: ways look at all, acts only at their own gait. */
const LAYERS: Readonly<Record<Gait, number>> = {
  walk: 1,
  trot: 2,
  canter: 3,
  halt: 1,
  'rein-back': 1,
  'in-hand': 1,
};
const WAY_LAYER = 0;

/** One number for a place and a direction (either way along a line is the same), with room for a layer. */
function cellOf({ x, y, headingRad }: CurvePoint): number {
  const direction = Math.round(headingRad / (Math.PI / 4) + 64) % 4;
  const place = (Math.round(x / CELL_M) + 256) * 1024 + Math.round(y / CELL_M) + 256;
  return (place * 4 + direction) * 4;
}

/** The parts of a span that lie where this line was not drawn before. Crossing lines do not count as the same. */
function freshStretches(
  ride: Ride,
  span: RideSpan,
  layer: number,
  line: number,
  drawn: Drawn,
): Stretch[] {
  const found: Stretch[] = [];
  const steps = Math.max(1, Math.ceil(span.lengthM / STEP_M));
  let open: { fromM: number; pass: number } | null = null;
  const close = (toM: number) => {
    const shortest = Math.min(SHORTEST_M, span.lengthM);
    if (open && toM - open.fromM >= shortest) found.push({ ...open, toM });
    open = null;
  };
  const { pieces } = ride.path;
  let at = lastNotAfter(pieces.length, (i) => pieces[i]!.startM <= span.startM);
  for (let i = 0; i < steps; i++) {
    const fromM = span.startM + (span.lengthM * i) / steps;
    const middleM = fromM + span.lengthM / steps / 2;
    while (at + 1 < pieces.length && pieces[at + 1]!.startM <= middleM) at++;
    const point = pieces[at]!.curve.at(middleM - pieces[at]!.startM);
    const pass = passAt(cellOf(point), layer, line, fromM, drawn);
    // The line moves over to a free place and back once, not at every crossing.
    const goesOn: boolean = open !== null && pass !== null && pass <= (open as Stretch).pass;
    if (!goesOn) {
      close(fromM);
      if (pass !== null) open = { fromM, pass };
    }
  }
  close(span.startM + span.lengthM);
  return found;
}

/** Which pass a line is at a place; null when it is there already, or nothing more can be told apart. */
function passAt(
  cell: number,
  layer: number,
  line: number,
  fromM: number,
  { lines, lastM }: Drawn,
): number | null {
  const isWay = layer === WAY_LAYER;
  if (isWay && (lines.has(cell + 1) || lines.has(cell + 2) || lines.has(cell + 3))) return null;
  const key = cell + layer;
  const here = lines.get(key);
  if (here === undefined) {
    lines.set(key, line);
    lastM.set(key, fromM);
    return 0;
  }
  // What was drawn a moment ago is this very pass.
  const moment = Math.abs(fromM - lastM.get(key)!) < 3 * CELL_M;
  let rest = here;
  let pass = 0;
  for (; rest > 0 && rest % DIGIT !== line; pass++) rest = Math.floor(rest / DIGIT);
  if (rest > 0) {
    if (!moment) return null;
    lastM.set(key, fromM);
    return pass;
  }
  if (isWay || pass >= MOST_PASSES) return moment ? 0 : null;
  lines.set(key, here + line * DIGIT ** pass);
  lastM.set(key, fromM);
  return pass;
}

const BESIDE_STEP_M = 0.6;
/** Half the thickest stroke: a line that touches the rail does not stand over it. */
const HALF_STROKE_M = 0.25;

/** The ridden line, or a line beside it: `leftM` to its left, never over the rail where the ride is not. */
function drawBeside(
  ride: Ride,
  { fromM, toM }: Pick<Stretch, 'fromM' | 'toM'>,
  leftM: number,
  sink: Sink,
): void {
  if (leftM === 0) return drawStretch(ride, fromM, toM, sink);
  const rail = inward(railBox(ride.arena), HALF_STROKE_M);
  const steps = Math.max(1, Math.ceil((toM - fromM) / BESIDE_STEP_M));
  for (let i = 0; i <= steps; i++) {
    const point = ride.path.at(fromM + ((toM - fromM) * i) / steps);
    const beside = insideRail(rail, point, offset(point, point.headingRad, 0, leftM));
    if (i === 0) sink.move(beside);
    else sink.line(beside);
  }
}

const inward = ({ minX, maxX, minY, maxY }: Bounds, byM: number): Bounds => ({
  minX: minX + byM,
  maxX: maxX - byM,
  minY: minY + byM,
  maxY: maxY - byM,
});

function insideRail({ minX, maxX, minY, maxY }: Bounds, ridden: Point, beside: Point): Point {
  const { x, y } = ridden;
  const over = HALF_STROKE_M + SAME_M;
  const outside = x < minX - over || x > maxX + over || y < minY - over || y > maxY + over;
  if (outside) return beside;
  return { x: clamp(beside.x, minX, maxX), y: clamp(beside.y, minY, maxY) };
}

/** Draws the ridden line between two distances into a sink. */
export function drawStretch(ride: Ride, fromM: number, toM: number, sink: Sink): void {
  const { pieces } = ride.path;
  let pen: { x: number; y: number } | null = null;
  const first = lastNotAfter(pieces.length, (i) => pieces[i]!.startM <= fromM);
  for (let i = first; i < pieces.length && pieces[i]!.startM < toM; i++) {
    const piece = pieces[i]!;
    const from = Math.max(fromM, piece.startM) - piece.startM;
    const to = Math.min(toM, piece.startM + piece.curve.lengthM) - piece.startM;
    if (to - from <= 1e-6) continue;
    const start = piece.curve.at(from);
    if (!pen || Math.hypot(pen.x - start.x, pen.y - start.y) > 0.01) sink.move(start);
    piece.curve.draw(sink, from, to);
    pen = piece.curve.at(to);
  }
}
