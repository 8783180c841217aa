import { rule, type Hit } from '../finding.ts';
import { oncePerAct } from './shared.ts';

/** A canter depart out of the halt: not practised with horses that will show. */
export const canterFromHalt = rule({
  code: 'canter-from-halt',
  level: 'warning',
  source: 'practice',
  check(ride) {
    const hits: Hit<'canter-from-halt'>[] = [];
    ride.spans.forEach((span, i) => {
      if (span.gait !== 'canter' || ride.spans[i - 1]?.gait !== 'halt') return;
      const { itemId, act } = ride.movements[span.movement]!;
      hits.push({ itemId, act, at: ride.path.at(span.startM), facts: {} });
    });
    return oncePerAct(hits);
  },
});
