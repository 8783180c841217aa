import { rule, type Hit } from '../rule.ts';
import { oncePerAct } from './shared.ts';

/** A canter depart out of the halt: not practised with horses that will show. */
export const canterFromHalt = rule({
  code: 'canter-from-halt',
  level: 'warning',
  source: 'practice',
  check(ride) {
    const hits: Hit<object>[] = [];
    ride.spans.forEach((span, i) => {
      if (span.gait !== 'canter' || ride.spans[i - 1]?.gait !== 'halt') return;
      const { itemId, act } = ride.movements[span.movement]!;
      hits.push({ itemId, act, at: ride.path.at(span.startM), facts: {} });
    });
    return oncePerAct(hits);
  },
  say: () => ({
    what: 'A canter depart straight out of the halt.',
    why: 'It teaches a horse that will show not to stand. Walk or trot a few steps first.',
  }),
});
