import { rule, type Hit } from '../finding.ts';
import { actsOf, setTimes } from './shared.ts';

/** Times round, or over, after which "a few more times" is too many. Common practice. */
const USEFUL = 5;
const PLAIN = ['go-large', 'transition', 'track', 'walk-break', 'halt', 'place'];

/** One exercise past its useful number: in one line, or line after line. */
export const repeatedTooOften = rule({
  code: 'repeated-too-often',
  level: 'warning',
  source: 'practice',
  check(ride) {
    const seen = new Map<string, number>();
    const hits: Hit<'repeated-too-often'>[] = [];
    for (const act of actsOf(ride)) {
      if (PLAIN.includes(act.kind) || !act.instruction) continue;
      const counts = [
        'changes-every',
        'spiral',
        'transitions',
        'collect-forward',
        'hold-soft',
        'half-steps',
      ];
      const own = counts.includes(act.kind) ? 1 : (act.instruction.times ?? 1);
      const key = `${act.itemId}/${act.act}`;
      const times = (seen.get(key) ?? 0) + own;
      const before = seen.get(key) ?? 0;
      seen.set(key, times);
      if (times <= USEFUL || before > USEFUL) continue;
      const fix = own > USEFUL ? setTimes(`Make it x${USEFUL}`, act, USEFUL) : null;
      hits.push({
        itemId: act.itemId,
        act: act.act,
        at: act.from,
        facts: { kind: act.kind, times, useful: USEFUL },
        ...(fix && { fix }),
      });
    }
    return hits.map((hit) => ({
      ...hit,
      facts: { ...hit.facts, times: seen.get(`${hit.itemId}/${hit.act}`)! },
    }));
  },
});
