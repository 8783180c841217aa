import { limitsOf } from '../../gaits/horse.ts';
import { rule, type Hit } from '../rule.ts';
import { oncePerAct, setParams } from './shared.ts';

type Facts = { strides: number | null; apart: number | null; stage: number };

/** Flying changes before the stage knows them, or closer together than it allows. */
export const changesTooClose = rule({
  code: 'changes-too-close',
  level: 'warning',
  source: 'practice',
  check(ride) {
    const { changesApart } = limitsOf(ride.horse);
    const { stage } = ride.horse;
    const hits: Hit<Facts>[] = [];
    let since = Infinity;
    ride.spans.forEach((span, i) => {
      const before = ride.spans[i - 1];
      const flying =
        span.gait === 'canter' &&
        before?.gait === 'canter' &&
        span.riding.lead !== before.riding.lead;
      if (flying) {
        const movement = ride.movements[span.movement]!;
        const tooClose =
          changesApart === null || since < (changesApart === Infinity ? 20 : changesApart) - 0.5;
        if (tooClose) {
          const strides = since === Infinity ? null : Math.round(since);
          const canSet =
            movement.kind === 'changes-every' &&
            changesApart !== null &&
            Number.isFinite(changesApart);
          hits.push({
            itemId: movement.itemId,
            act: movement.act,
            at: ride.path.at(span.startM),
            facts: { strides, apart: changesApart, stage },
            ...(canSet && {
              fix: setParams(`Every ${changesApart} strides`, movement, { strides: changesApart }),
            }),
          });
        }
        since = 0;
      }
      since = span.gait === 'canter' ? since + span.strides : Infinity;
    });
    return oncePerAct(hits);
  },
  say: ({ strides, apart, stage }: Facts) => ({
    what:
      apart === null
        ? `Flying changes come later than stage ${stage}.`
        : `${strides ?? 'Few'} strides between two changes are few for stage ${stage}.`,
    why:
      apart === null
        ? 'Use simple changes, or counter-canter, until they are loose enough.'
        : apart === Infinity
          ? 'At this stage ask for single changes, each from a settled canter.'
          : `At this stage ask for them every ${apart} strides at the closest.`,
  }),
});
