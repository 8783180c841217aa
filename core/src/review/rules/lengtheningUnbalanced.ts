import type { Ride, RideSpan } from '../../ride/types.ts';
import { kindsThat, WAYS, type Kind } from '../../lesson/forms.ts';
import type { Form } from '../../forms/contract.ts';
import { rule } from '../rule.ts';
import { actsOf, oncePerAct } from './shared.ts';

const BIGGER = ['lengthened', 'medium', 'extended'];
const rests = (form: Form): boolean => form.group === 'act' && form.rests !== undefined;
const BALANCING = kindsThat((form) => form.balancing);
/** They lead from one figure to the next, and are none themselves. */
const ON_THE_WAY: ReadonlySet<Kind> = new Set([
  ...WAYS,
  ...kindsThat(
    (form) => (form.group === 'act' && form.openEnded) || (form.leadsOn && !rests(form)),
  ),
]);
const LEAST_M = 20;

const isBigger = ({ gait, riding }: RideSpan): boolean =>
  (gait === 'trot' || gait === 'canter') && BIGGER.includes(riding.pace);

/** Stretches in a bigger pace, also where the way to the next letter is ridden in it. */
function stretches({ spans, movements }: Ride): { first: RideSpan; last: RideSpan }[] {
  const found: { first: RideSpan; last: RideSpan }[] = [];
  let first: RideSpan | null = null;
  spans.forEach((span, i) => {
    const counted = movements[span.movement]!.kind === 'collect-forward';
    if (!isBigger(span) || counted) return;
    first ??= span;
    const next = spans[i + 1];
    if (next && isBigger(next)) return;
    if (span.startM + span.lengthM - first.startM >= LEAST_M) found.push({ first, last: span });
    first = null;
  });
  return found;
}

type Facts = { pace: string; gait: string };

/** A lengthening wants a balancing figure before it or after it. */
export const lengtheningUnbalanced = rule({
  code: 'lengthening-unbalanced',
  level: 'hint',
  source: 'practice',
  teaching: true,
  check(ride) {
    const acts = actsOf(ride).filter((a) => !ON_THE_WAY.has(a.kind));
    return oncePerAct(
      stretches(ride).flatMap(({ first, last }) => {
        const before = acts.findLast((a) => a.index < first.movement);
        const after = acts.find((a) => a.index > last.movement);
        if ([before, after].some((a) => a && BALANCING.has(a.kind))) return [];
        // The way to a letter belongs to the line that asked for the pace.
        const asked = actsOf(ride).findLast((a) => a.index <= first.movement);
        const { itemId, act } = asked ?? ride.movements[first.movement]!;
        const at = ride.path.at(first.startM);
        return [{ itemId, act, at, facts: { pace: first.riding.pace, gait: first.gait } }];
      }),
    );
  },
  say: ({ pace, gait }: Facts) => ({
    what: `The ${pace} ${gait} has no balancing figure beside it.`,
    why: 'Ride a circle or a shoulder-in before it, or after it.',
  }),
});
