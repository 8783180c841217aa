import { otherRein } from '../arena/rein.ts';
import { setting, type Riding } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';

/** A flying change: on to the outside lead it is meant, as counter-canter is. */
export const toOtherLead = (riding: Riding): Riding => ({
  ...riding,
  lead: riding.lead && otherRein(riding.lead),
  // A change on to the outside lead that was asked for is counter-canter, and announced by that.
  counterCanter: riding.lead === riding.rein,
});

const wrongGait = (kind: string) => ({ code: 'wrong-gait', kind, wants: 'canter' }) as const;

export const flyingChange = setting({
  kind: 'flying-change',
  inSettledGait: true,
  pattern: pattern('flying change'),
  apply: ({ riding }) =>
    riding.gait === 'canter' ? [{ afterM: 0, patch: toOtherLead }] : wrongGait('flying-change'),
  also: ['flying change at X', 'flying change at end'],
  examples: [
    { line: 'F-X-H change rein, flying change at X', metres: 52, before: 'A canter collected' },
    { line: 'B flying change', metres: 0, before: 'A canter collected' },
  ],
  palette: [{ group: 'Transitions', name: 'flying change', says: '{a} flying change' }],
  help: [
    {
      section: 'Paces and halts',
      line: 'F-X-H change rein, flying change at X',
      says: 'In the air.',
      before: 'A canter working',
    },
  ],
});

/** `changes at circle points`: a flying change at each moment it is placed. */
export const changes = setting({
  kind: 'changes',
  pattern: pattern('changes'),
  apply: ({ riding }) =>
    riding.gait === 'canter' ? [{ afterM: 0, patch: toOtherLead }] : wrongGait('changes'),
  examples: [
    {
      line: 'C circle left 20, changes at circle points',
      metres: 20 * Math.PI,
      before: 'A canter collected',
    },
  ],
  help: [
    {
      section: 'Paces and halts',
      line: 'C circle left 20, changes at circle points -- the second goes out',
      says: 'At each quarter of the circle.',
      before: 'A canter collected',
    },
  ],
});

/** Clear walk steps of a simple change: 3–5, we plan 4. Source: dressage rules (from memory). */
const WALK_STEPS = 4;

export const simpleChange = setting({
  kind: 'simple-change',
  learnedFrom: 3,
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
  examples: [
    { line: 'F-X-H change rein, simple change at X', metres: 52, before: 'A canter collected' },
  ],
  palette: [{ group: 'Transitions', name: 'simple change', says: '{a} simple change' }],
  help: [
    {
      section: 'Paces and halts',
      line: 'F-X-H change rein, simple change at X',
      says: 'Through walk to the other lead.',
      before: 'A canter working',
    },
  ],
});
