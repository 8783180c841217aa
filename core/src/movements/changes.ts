import { otherRein } from '../arena/rein.ts';
import { setting, type Riding } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';

const toOtherLead = (riding: Riding): Riding => ({
  ...riding,
  lead: riding.lead && otherRein(riding.lead),
});

const wrongGait = (kind: string) => ({ code: 'wrong-gait', kind, wants: 'canter' }) as const;

export const flyingChange = setting({
  kind: 'flying-change',
  pattern: pattern('flying change'),
  apply: ({ riding }) =>
    riding.gait === 'canter' ? [{ afterM: 0, patch: toOtherLead }] : wrongGait('flying-change'),
});

/** Clear walk steps of a simple change: 3–5, we plan 4. Source: dressage rules (from memory). */
const WALK_STEPS = 4;

export const simpleChange = setting({
  kind: 'simple-change',
  pattern: pattern('simple change'),
  apply({ riding, strideM }) {
    if (riding.gait !== 'canter') return wrongGait('simple-change');
    return [
      {
        afterM: 0,
        patch: (r) => ({ ...r, gait: 'walk', movingGait: 'walk', pace: 'medium', lead: null }),
      },
      {
        afterM: (WALK_STEPS / 2) * strideM('walk', 'medium'),
        patch: (r) => ({
          ...r,
          gait: 'canter',
          movingGait: 'canter',
          pace: riding.pace,
          lead: riding.lead && otherRein(riding.lead),
        }),
      },
    ];
  },
});
