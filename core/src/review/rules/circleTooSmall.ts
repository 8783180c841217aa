import { MOVING_GAITS } from '../../gaits/paces.ts';
import { STAGES } from '../../gaits/stages.ts';
import { rule, type Hit } from '../finding.ts';
import { editInstruction, oncePerAct } from './shared.ts';

/** A circle, or a part of one, smaller than the horse's stage allows in that gait. */
export const circleTooSmall = rule({
  code: 'circle-too-small',
  level: 'warning',
  source: 'practice',
  check(ride) {
    const { stage } = ride.horse;
    const hits: Hit<'circle-too-small'>[] = [];
    for (const span of ride.spans) {
      const { itemId, act, instruction } = ride.movements[span.movement]!;
      const diameterM = instruction?.params['diameterM'];
      const gait = MOVING_GAITS.find((g) => g === span.gait);
      if (typeof diameterM !== 'number' || !gait || span.lengthM === 0) continue;
      const smallestM = STAGES[stage].smallestCircleM[gait];
      if (diameterM >= smallestM) continue;
      hits.push({
        itemId,
        act,
        at: ride.path.at(span.startM + span.lengthM / 2),
        facts: { diameterM, smallestM, gait, stage },
        fix: {
          label: `Make it ${smallestM} m`,
          apply: (lesson) =>
            editInstruction(lesson, itemId, act, (i) => ({
              ...i,
              params: { ...i.params, diameterM: smallestM },
            })),
        },
      });
    }
    return oncePerAct(hits.sort((a, b) => b.facts.smallestM - a.facts.smallestM));
  },
});
