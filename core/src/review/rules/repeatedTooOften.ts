import { formOf, kindsThat, WAYS, type Kind } from '../../lesson/forms.ts';
import { rule, type Hit } from '../rule.ts';
import { named } from '../wording.ts';
import { actsOf, setTimes, type RiddenAct } from './shared.ts';

/** Times round, or over, after which "a few more times" is too many. Common practice. */
const USEFUL = 5;
/** They are no exercise: they lie between two. */
const BETWEEN: ReadonlySet<Kind> = new Set([...WAYS, ...kindsThat((form) => form.leadsOn)]);

/** The same thing at the same place, whichever lines it is written on. */
const keyOf = ({ kind, from, instruction }: RiddenAct): string =>
  `${kind}/${JSON.stringify(instruction?.params ?? {})}/${Math.round(from.x)}/${Math.round(from.y)}`;

type Facts = { kind: string; times: number; useful: number };

/** One exercise past its useful number: in one line, line after line, or written again and again. */
export const repeatedTooOften = rule({
  code: 'repeated-too-often',
  level: 'warning',
  source: 'practice',
  teaching: true,
  check(ride) {
    const hits: Hit<Facts>[] = [];
    let run = { key: '', times: 0 };
    let hit: Hit<Facts> | null = null;
    for (const act of actsOf(ride)) {
      if (BETWEEN.has(act.kind) || !act.instruction) continue;
      const own = act.instruction.times ?? 1;
      const useful = formOf(act.instruction.form).usefulRounds ?? USEFUL;
      const key = keyOf(act);
      if (key !== run.key) [run, hit] = [{ key, times: 0 }, null];
      run = { key, times: run.times + own };
      if (run.times <= useful) continue;
      if (hit) {
        hit.facts.times = run.times;
        continue;
      }
      const fix = own > useful ? setTimes(`Make it x${useful}`, act, useful) : null;
      hit = {
        itemId: act.itemId,
        act: act.act,
        at: act.from,
        facts: { kind: act.kind, times: run.times, useful },
        ...(fix && { fix }),
      };
      hits.push(hit);
    }
    return hits;
  },
  say: ({ kind, times, useful }: Facts) => ({
    what: `The ${named(kind)} is ridden ${times} times.`,
    why: `After ${useful} times it is drill. Leave while it is good, and come back another day.`,
  }),
});
