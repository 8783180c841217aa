import { turnSign, type Rein } from '../arena/rein.ts';
import { offset, type CurvePoint } from '../geometry/curve.ts';
import type { Sink } from '../geometry/sink.ts';
import { STRAIGHT_CURVATURE } from './lanes.ts';
import { firstRound } from '../ride/firstRound.ts';
import type { Ride, RiddenMovement } from '../ride/types.ts';

/** A small sign on a line: the way it goes, or a hook to the side of bend or lead at its start. */
export interface LineMark {
  readonly kind: 'direction' | 'bend' | 'lead';
  readonly side: Rein | null;
  draw(sink: Sink): void;
}

/** Direction signs stand so far apart. */
const APART_M = 14;
const ARROW_M = 0.7;
const HOOK_M = 1.2;

/** The signs of one line of the lesson, in its first round. */
export function lineMarks(ride: Ride, itemId: string | null): LineMark[] {
  const acts = firstRound(ride, itemId).filter((m) => m.metres > 1);
  return acts.flatMap((act) => [...directions(ride, act), ...hooks(ride, act)]);
}

function directions(ride: Ride, { startM, metres, instruction }: RiddenMovement): LineMark[] {
  const once = metres / (instruction?.times ?? 1);
  const count = Math.max(1, Math.round(once / APART_M));
  return Array.from({ length: count }, (_, i) => {
    const point = ride.path.at(startM + (once * (i + 0.5)) / count);
    return { kind: 'direction', side: null, draw: (sink) => arrow(sink, point) };
  });
}

function arrow(sink: Sink, point: CurvePoint): void {
  sink.move(offset(point, point.headingRad, -ARROW_M, ARROW_M));
  sink.line(offset(point, point.headingRad, ARROW_M / 2));
  sink.line(offset(point, point.headingRad, -ARROW_M, -ARROW_M));
}

/** In canter the lead, else the side the horse is bent to; straight lines have none. */
function hooks(ride: Ride, act: RiddenMovement): LineMark[] {
  const point = ride.path.at(act.startM);
  const hook = (kind: 'bend' | 'lead', side: Rein): LineMark => ({
    kind,
    side,
    draw(sink) {
      const sign = turnSign(side);
      sink.move(offset(point, point.headingRad, -0.4));
      sink.line(offset(point, point.headingRad, -0.4, sign * HOOK_M));
      sink.line(offset(point, point.headingRad, 0.3, sign * HOOK_M));
    },
  });
  if (act.gait === 'canter' && act.lead) return [hook('lead', act.lead)];
  const bend = bendIn(ride, act);
  return bend ? [hook('bend', bend)] : [];
}

/** The side of the bend in the middle of a movement; null when it is straight there. */
function bendIn(ride: Ride, { startM, metres }: RiddenMovement): Rein | null {
  const middleM = startM + metres / 2;
  const span = ride.spans.find((s) => s.startM <= middleM && middleM < s.startM + s.lengthM);
  if (span?.riding.lateral) return span.riding.lateral.bend;
  const { curvature } = ride.path.at(middleM);
  if (Math.abs(curvature) < STRAIGHT_CURVATURE) return null;
  return curvature > 0 ? 'left' : 'right';
}
