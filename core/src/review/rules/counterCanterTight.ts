import { limitsOf } from '../../gaits/horse.ts';
import { rule, type Hit } from '../rule.ts';
import { inMetres } from '../wording.ts';
import { oncePerAct } from './shared.ts';

/** Corners of the track are ridden wide in counter-canter; only longer turns are judged. */
const LONG_TURN_RAD = (100 * Math.PI) / 180;

type Facts = { diameterM: number; smallestM: number | null; stage: number };

/** Counter-canter through a turn tighter than the stage allows. */
export const counterCanterTight = rule({
  code: 'counter-canter-tight',
  level: 'warning',
  source: 'practice',
  check(ride) {
    const { counterCanterM } = limitsOf(ride.horse);
    const { stage } = ride.horse;
    const hits: Hit<Facts>[] = [];
    for (const span of ride.spans) {
      const { lead, counterCanter } = span.riding;
      if (span.gait !== 'canter' || !counterCanter || !lead) continue;
      for (const { curve, startM } of ride.path.pieces) {
        const overlapM =
          Math.min(startM + curve.lengthM, span.startM + span.lengthM) -
          Math.max(startM, span.startM);
        if (overlapM <= 0.5 || curve.kind === 'line') continue;
        const curvature = curve.at(curve.lengthM / 2).curvature;
        const againstLead = curvature > 0 !== (lead === 'left');
        const diameterM = 2 / Math.abs(curvature);
        const long = Math.abs(curvature) * overlapM > LONG_TURN_RAD;
        const allowed = counterCanterM !== null && diameterM >= counterCanterM - 1.5;
        if (!againstLead || allowed || (!long && counterCanterM !== null)) continue;
        const { itemId, act } = ride.movements[span.movement]!;
        const facts = { diameterM: Math.round(diameterM), smallestM: counterCanterM, stage };
        hits.push({ itemId, act, at: curve.at(curve.lengthM / 2), facts });
      }
    }
    return oncePerAct(hits);
  },
  say: ({ diameterM, smallestM, stage }: Facts) => ({
    what: `Counter-canter through a turn of ${inMetres(diameterM)}.`,
    why:
      smallestM === null
        ? `Counter-canter comes later than stage ${stage}.`
        : `At stage ${stage} keep to turns from ${inMetres(smallestM)}.`,
  }),
});
