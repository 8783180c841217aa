import { rule } from '../finding.ts';
import { actsOf, oncePerAct } from './shared.ts';

const BIGGER = ['lengthened', 'medium', 'extended'];
const BALANCING = [
  'circle',
  'half-circle',
  'half-circle-return',
  'three-quarter-circle',
  'shoulder-in',
  'shoulder-fore',
  'travers',
  'renvers',
  'spiral',
  'serpentine',
  'collect-forward',
  'halt',
  'figure-eight',
];

/** A lengthening wants a balancing figure before it or after it. */
export const lengtheningUnbalanced = rule({
  code: 'lengthening-unbalanced',
  level: 'hint',
  source: 'practice',
  check(ride) {
    const acts = actsOf(ride);
    return oncePerAct(
      acts.flatMap((act, i) => {
        const bigger = (act.gait === 'trot' || act.gait === 'canter') && BIGGER.includes(act.pace);
        if (!bigger || act.metres < 20 || act.kind === 'collect-forward') return [];
        // The line back into the working pace is not a figure: look past it.
        const figures = (list: typeof acts) =>
          list.filter((a) => a.kind !== 'transition').slice(0, 1);
        const near = [...figures(acts.slice(0, i).reverse()), ...figures(acts.slice(i + 1))];
        if (near.some(({ kind }) => BALANCING.includes(kind))) return [];
        return [
          {
            itemId: act.itemId,
            act: act.act,
            at: act.from,
            facts: { pace: act.pace, gait: act.gait },
          },
        ];
      }),
    );
  },
});
