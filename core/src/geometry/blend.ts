import { SAME_M, SAME_RAD, wrapRad } from '../units.ts';
import { arc } from './arc.ts';
import { distanceM, headingTo, offset, type Curve, type CurvePoint, type Point } from './curve.ts';
import { line, type Line } from './line.ts';
import { isPlain, type Leg } from './leg.ts';

/** A leg and the radius with which the horse turns at its end. */
export interface PlannedLeg extends Leg {
  readonly cornerRadiusM: number;
}

/** A piece of the line as it is ridden. */
export interface Piece {
  readonly curve: Curve;
  readonly startM: number;
  readonly bodyRad?: number;
  readonly backwards?: boolean;
}

/** The ridden line: pieces one after the other, and how planned distances fall on it. */
export interface Path {
  readonly pieces: readonly Piece[];
  readonly lengthM: number;
  /** From metres along the planned (sharp) legs to metres along the ridden line. */
  riddenM(plannedM: number): number;
  at(distance: number): PathPoint;
}

export interface PathPoint extends CurvePoint {
  /** The body's direction; `headingRad` is the direction of travel. */
  readonly bodyRad: number;
}

interface Run {
  leg: PlannedLeg;
  curve: Curve;
  plannedM: number;
}

interface Fillet {
  trimM: number;
  sweepRad: number;
  lengthM: number;
}

/**
 * Rounds the corners of planned legs: straight pieces that meet at an angle are joined by an arc
 * tangent to both, of the radius planned there. For an angle θ the arc takes r·tan(θ/2) off each
 * side and is r·θ long. Arcs that would overlap on a short side shrink together until they fit.
 * Where a straight meets a bend at an angle, the bend keeps its place: the straight gives way.
 */
export function blend(legs: readonly PlannedLeg[]): Path {
  const runs = meetBends(mergeStraights(legs));
  const fillets = shrinkToFit(
    runs,
    runs.map((run, i) => filletAfter(run, runs[i + 1])),
  );
  const pieces: Piece[] = [];
  const knots: { plannedM: number; riddenM: number }[] = [{ plannedM: 0, riddenM: 0 }];
  let plannedM = 0;
  let riddenM = 0;
  const add = (curve: Curve, leg: Leg, takesM: number) => {
    if (curve.lengthM > 0) {
      pieces.push({
        curve,
        startM: riddenM,
        ...(leg.bodyRad !== undefined && { bodyRad: leg.bodyRad }),
        ...(leg.backwards && { backwards: true }),
      });
    }
    riddenM += curve.lengthM;
    plannedM += takesM;
    knots.push({ plannedM, riddenM });
  };
  runs.forEach((run, i) => {
    const before = fillets[i - 1];
    const after = fillets[i];
    if (run.curve.kind !== 'line') {
      add(run.curve, run.leg, run.plannedM);
      return;
    }
    const straight = run.curve as Line;
    const kept = trimmed(straight, before?.trimM ?? 0, after?.trimM ?? 0);
    // A straight that gave way to a bend is not as long as it was planned.
    const share = run.plannedM / straight.lengthM;
    if (before) knots.push({ plannedM: (plannedM += before.trimM * share), riddenM });
    add(kept, run.leg, kept.lengthM * share);
    if (after) {
      const turn = arc(
        kept.to,
        kept.headingRad,
        after.lengthM / Math.abs(after.sweepRad),
        after.sweepRad,
      );
      // Half the arc belongs to each side of the corner; a movement that ends there ends at its middle.
      plannedM += after.trimM * share;
      knots.push({ plannedM, riddenM: riddenM + turn.lengthM / 2 });
      pieces.push({ curve: turn, startM: riddenM });
      riddenM += turn.lengthM;
    }
  });
  return pathOf(pieces, riddenM, knots);
}

/** Straight legs that go on in the same line are one straight: a mark on it does not hinder a corner. */
function mergeStraights(legs: readonly PlannedLeg[]): Run[] {
  const runs: Run[] = [];
  for (const leg of legs) {
    if (leg.curve.lengthM <= 0) continue;
    const last = runs.at(-1);
    if (last && goesOn(last, leg)) {
      const from = (last.curve as Line).from;
      const to = (leg.curve as Line).to;
      last.curve = line(from, to);
      last.plannedM += leg.curve.lengthM;
      last.leg = { ...last.leg, cornerRadiusM: leg.cornerRadiusM };
    } else {
      runs.push({ leg, curve: leg.curve, plannedM: leg.curve.lengthM });
    }
  }
  return runs;
}

function goesOn(run: Run, leg: PlannedLeg): boolean {
  if (run.curve.kind !== 'line' || leg.curve.kind !== 'line' || isApart(leg)) return false;
  if (!isPlain(run.leg) || !isPlain(leg)) return false;
  const [a, b] = [run.curve as Line, leg.curve as Line];
  return meets(a, b) && Math.abs(wrapRad(a.headingRad - b.headingRad)) < SAME_RAD;
}

/** Where a corner that sharp would be rounded, the horse turns back on the spot. */
const MOST_BEND_RAD = (150 * Math.PI) / 180;
/** Halvings of the radius until a turn fits on a short straight. */
const MOST_TRIES = 6;

/** A turn at one end of a straight, on to or out of a bend. */
interface Bend {
  readonly at: Point;
  readonly headingRad: number;
  /** Positive to the left. */
  readonly sign: 1 | -1;
}

/** Straights that meet bends at an angle leave and reach them on arcs. */
function meetBends(runs: readonly Run[]): Run[] {
  return runs.flatMap((run, i) => {
    if (run.curve.kind !== 'line' || !isPlain(run.leg)) return [run];
    const straight = run.curve as Line;
    const [before, after] = [runs[i - 1], runs[i + 1]];
    const outOf = before && isBend(before) && !isApart(run.leg) ? before.curve : null;
    const into = after && isBend(after) && !isApart(after.leg) ? after.curve : null;
    const outRad = outOf && outOf.at(outOf.lengthM).headingRad;
    const intoRad = into && into.at(0).headingRad;
    const turns = [
      outRad === null ? 0 : wrapRad(straight.headingRad - outRad),
      intoRad === null ? 0 : wrapRad(intoRad - straight.headingRad),
    ].map(Math.abs);
    if (Math.max(...turns) < SAME_RAD || Math.max(...turns) > MOST_BEND_RAD) return [run];
    const outs = outRad === null ? [null] : bendsAt(straight.from, outRad);
    const intos = intoRad === null ? [null] : bendsAt(straight.to, intoRad);
    for (let k = 0, radiusM = run.leg.cornerRadiusM; k < MOST_TRIES; k++, radiusM /= 2) {
      const ways = outs.flatMap((a) => intos.flatMap((b) => bent(straight, a, b, radiusM) ?? []));
      const [shortest] = ways.sort((a, b) => a.lengthM - b.lengthM);
      if (shortest) return shared(run, shortest);
    }
    return [run];
  });
}

const isBend = ({ curve, leg }: Run): boolean => curve.kind !== 'line' && isPlain(leg);

const bendsAt = (at: Point, headingRad: number): Bend[] =>
  ([1, -1] as const).map((sign) => ({ at, headingRad, sign }));

interface Way {
  readonly curves: readonly Curve[];
  readonly lengthM: number;
}

/**
 * Arc, straight, arc: the directed tangent of two circles of which each touches its bend. With s·r the
 * radius signed by the side (0 where there is no bend) and D from the first centre to the second, the
 * tangent's heading is ψ − asin((s₂r₂ − s₁r₁)/|D|). Source: geometry.
 *
 * @returns null when they do not fit
 */
function bent(straight: Line, out: Bend | null, into: Bend | null, radiusM: number): Way | null {
  if (radiusM <= 0) return null;
  const centreOf = (bend: Bend | null, point: Point): Point =>
    bend ? offset(bend.at, bend.headingRad, 0, bend.sign * radiusM) : point;
  const [c1, c2] = [centreOf(out, straight.from), centreOf(into, straight.to)];
  const [r1, r2] = [out ? out.sign * radiusM : 0, into ? into.sign * radiusM : 0];
  const apartM = distanceM(c1, c2);
  if (apartM <= Math.abs(r2 - r1) + SAME_M) return null;
  const headingRad = headingTo(c1, c2) - Math.asin((r2 - r1) / apartM);
  const [t1, t2] = [offset(c1, headingRad, 0, -r1), offset(c2, headingRad, 0, -r2)];
  const curves: Curve[] = [];
  if (out) {
    const sweepRad = wrapRad(headingRad - out.headingRad);
    if (sweepRad * out.sign < -SAME_RAD) return null;
    if (Math.abs(sweepRad) > SAME_RAD) {
      curves.push(arc(out.at, out.headingRad, radiusM, sweepRad));
    }
  }
  if (distanceM(t1, t2) > SAME_M) curves.push(line(t1, t2, headingRad));
  if (into) {
    const sweepRad = wrapRad(into.headingRad - headingRad);
    if (sweepRad * into.sign < -SAME_RAD) return null;
    if (Math.abs(sweepRad) > SAME_RAD) curves.push(arc(t2, headingRad, radiusM, sweepRad));
  }
  return { curves, lengthM: curves.reduce((sum, curve) => sum + curve.lengthM, 0) };
}

/** One run as several curves; its planned metres fall on them in their proportion. */
function shared(run: Run, { curves, lengthM }: Way): Run[] {
  return curves.map((curve) => ({
    ...run,
    curve,
    plannedM: (run.plannedM * curve.lengthM) / lengthM,
  }));
}

const isApart = (leg: Leg): boolean => leg.jump === true || leg.turned === true;
const meets = (a: Line, b: Line): boolean => distanceM(a.to, b.from) < SAME_M;

function filletAfter(run: Run, next: Run | undefined): Fillet | undefined {
  if (!next || run.curve.kind !== 'line' || next.curve.kind !== 'line') return undefined;
  if (!isPlain(run.leg) || !isPlain(next.leg) || isApart(next.leg)) return undefined;
  const [a, b] = [run.curve as Line, next.curve as Line];
  const sweepRad = wrapRad(b.headingRad - a.headingRad);
  const radiusM = run.leg.cornerRadiusM;
  // No corner, sharp corners wanted, or a turn back on the spot: nothing to round.
  if (!meets(a, b) || radiusM <= 0) return undefined;
  if (Math.abs(sweepRad) < SAME_RAD || Math.abs(sweepRad) > Math.PI - 1e-3) return undefined;
  return {
    trimM: radiusM * Math.tan(Math.abs(sweepRad) / 2),
    sweepRad,
    lengthM: radiusM * Math.abs(sweepRad),
  };
}

function shrinkToFit(runs: readonly Run[], fillets: readonly (Fillet | undefined)[]) {
  const room = (i: number): number => {
    const wanted = (fillets[i - 1]?.trimM ?? 0) + (fillets[i]?.trimM ?? 0);
    return wanted > 0 ? Math.min(1, runs[i]!.curve.lengthM / wanted) : 1;
  };
  return fillets.map((fillet, i) => {
    if (!fillet) return undefined;
    const share = Math.min(room(i), room(i + 1));
    return { ...fillet, trimM: fillet.trimM * share, lengthM: fillet.lengthM * share };
  });
}

function trimmed(straight: Line, startM: number, endM: number): Line {
  if (startM === 0 && endM === 0) return straight;
  const from = offset(straight.from, straight.headingRad, startM);
  const keptM = Math.max(0, straight.lengthM - startM - endM);
  return line(from, offset(from, straight.headingRad, keptM), straight.headingRad);
}

function pathOf(
  pieces: readonly Piece[],
  lengthM: number,
  knots: readonly { plannedM: number; riddenM: number }[],
): Path {
  return {
    pieces,
    lengthM,
    riddenM(plannedM) {
      const i = lastNotAfter(knots.length, (k) => knots[k]!.plannedM <= plannedM);
      const a = knots[i]!;
      const b = knots[i + 1];
      if (!b || b.plannedM <= a.plannedM) return a.riddenM;
      const share = (plannedM - a.plannedM) / (b.plannedM - a.plannedM);
      return a.riddenM + share * (b.riddenM - a.riddenM);
    },
    at(distance) {
      const piece = pieces[lastNotAfter(pieces.length, (i) => pieces[i]!.startM <= distance)];
      if (!piece) return { x: 0, y: 0, headingRad: 0, bodyRad: 0, curvature: 0 };
      const { x, y, headingRad, curvature } = piece.curve.at(distance - piece.startM);
      const bodyRad = piece.bodyRad ?? headingRad + (piece.backwards ? Math.PI : 0);
      return { x, y, headingRad, curvature, bodyRad };
    },
  };
}

/** The last index for which the (monotone) test holds, or 0. */
export function lastNotAfter(count: number, holds: (index: number) => boolean): number {
  let low = 0;
  let high = count;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (holds(middle)) low = middle;
    else high = middle;
  }
  return low;
}
