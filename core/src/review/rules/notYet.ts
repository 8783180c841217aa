import { PACE_FROM } from '../../gaits/stages.ts';
import type { PaceName } from '../../gaits/paces.ts';
import { allItems } from '../../lesson/edits.ts';
import { byKind, type Kind } from '../../lesson/forms.ts';
import { rule } from '../rule.ts';
import { named } from '../wording.ts';
import { actsOf, oncePerAct } from './shared.ts';

const LEARNED_FROM = byKind((form) => form.learnedFrom);

type Facts = { kind: string; from: number; stage: number };

/** Work that belongs to a later stage. */
export const notYet = rule({
  code: 'not-yet',
  level: 'warning',
  source: 'practice',
  check(ride, lesson) {
    const { stage } = ride.horse;
    const acts = actsOf(ride);
    // A simple change is asked inside another movement.
    const inside = allItems(lesson.items).flatMap((item) =>
      item.kind === 'line' && item.instructions.some((i) => i.form === 'simpleChange')
        ? acts
            .filter((a) => a.itemId === item.id)
            .map((act) => ({ act, kind: 'simple-change' as Kind }))
        : [],
    );
    const movements = [...inside, ...acts.map((act) => ({ act, kind: act.kind }))].map((m) => ({
      ...m,
      from: LEARNED_FROM.get(m.kind),
    }));
    // The forward strides of a count are not yet the pace: it is learned by them.
    const paces = ride.spans
      .filter((s) => s.lengthM > 0 && (s.gait === 'trot' || s.gait === 'canter'))
      .map((s) => ({ span: s, act: ride.movements[s.movement]! }))
      .filter(({ act }) => act.kind !== 'collect-forward')
      .map(({ span, act }) => ({
        act,
        kind: `${span.riding.pace} ${span.gait}`,
        from: PACE_FROM[span.riding.pace as PaceName],
      }));
    return oncePerAct(
      [...movements, ...paces].flatMap(({ act, kind, from }) =>
        from === undefined || from <= stage
          ? []
          : [{ itemId: act.itemId, act: act.act, at: act.from, facts: { kind, from, stage } }],
      ),
    );
  },
  say: ({ kind, from, stage }: Facts) => ({
    what: `The ${named(kind)} belongs to stage ${from}; this horse is at stage ${stage}.`,
    why: 'Confirm what comes before it first, or change the stage of the horse.',
  }),
});
