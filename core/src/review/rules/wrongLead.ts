import { turnSign } from '../../arena/rein.ts';
import { rule, type Hit } from '../rule.ts';
import { oncePerAct, turnedBetween } from './shared.ts';

/** A turn against the lead of more than this is a fault, not a bend in the line. Common practice. */
const TURN_RAD = Math.PI / 6;

type Facts = { lead: string; rein: string };

/** Canter on the outside lead through a turn, and not announced as counter-canter. */
export const wrongLead = rule({
  code: 'wrong-lead',
  level: 'warning',
  source: 'practice',
  check(ride) {
    const hits: Hit<Facts>[] = [];
    for (const span of ride.spans) {
      const { lead, rein, counterCanter } = span.riding;
      if (span.gait !== 'canter' || !lead || counterCanter) continue;
      const { net } = turnedBetween(ride, span.startM, span.startM + span.lengthM);
      if (net * turnSign(lead) > -TURN_RAD) continue;
      const { itemId, act } = ride.movements[span.movement]!;
      hits.push({ itemId, act, at: ride.path.at(span.startM), facts: { lead, rein } });
    }
    return oncePerAct(hits);
  },
  say: ({ lead, rein }: Facts) => ({
    what: `Canter on the ${lead} lead round a turn of the ${rein} rein.`,
    why: 'If it is meant, write counter-canter; if not, change the lead or trot before the turn.',
  }),
});
