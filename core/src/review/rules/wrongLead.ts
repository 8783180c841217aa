import { turnSign } from '../../arena/rein.ts';
import type { Ride, RideSpan } from '../../ride/types.ts';
import { rule, type Hit } from '../finding.ts';
import { oncePerAct } from './shared.ts';

/** A turn against the lead of more than this is a fault, not a bend in the line. Common practice. */
const TURN_RAD = Math.PI / 6;

/** How far the line turns within a span, positive to the left. */
function turnOf(ride: Ride, span: RideSpan): number {
  const endM = span.startM + span.lengthM;
  let turned = 0;
  for (const piece of ride.path.pieces) {
    const from = Math.max(piece.startM, span.startM);
    const to = Math.min(piece.startM + piece.curve.lengthM, endM);
    if (to > from && piece.curve.kind !== 'line') {
      turned += piece.curve.at((from + to) / 2 - piece.startM).curvature * (to - from);
    }
  }
  return turned;
}

/** Canter on the outside lead through a turn, and not announced as counter-canter. */
export const wrongLead = rule({
  code: 'wrong-lead',
  level: 'warning',
  source: 'practice',
  check(ride) {
    const hits: Hit<'wrong-lead'>[] = [];
    for (const span of ride.spans) {
      const { lead, rein, counterCanter } = span.riding;
      if (span.gait !== 'canter' || !lead || counterCanter) continue;
      if (turnOf(ride, span) * turnSign(lead) > -TURN_RAD) continue;
      const { itemId, act } = ride.movements[span.movement]!;
      hits.push({ itemId, act, at: ride.path.at(span.startM), facts: { lead, rein } });
    }
    return oncePerAct(hits);
  },
});
