import { otherRein, type Rein } from '../arena/rein.ts';
import { setting, type Riding } from '../forms/contract.ts';
import type { Told } from '../forms/told.ts';
import { pattern } from '../forms/pattern.ts';
import { usualPace, type MovingGait, type PaceName } from '../gaits/paces.ts';

interface PaceParams {
  proceed?: true;
  pace?: PaceName;
  lead?: Rein | undefined;
}

/** Into a pace at once. A canter takes the inside lead unless one is named; a lead once taken stays. */
function inPace(riding: Riding, gait: MovingGait, { pace, lead }: PaceParams): Riding {
  const cantering = riding.gait === 'canter';
  return {
    ...riding,
    gait,
    movingGait: gait,
    pace: pace ?? (riding.movingGait === gait ? riding.pace : usualPace(gait)),
    lead: gait === 'canter' ? (lead ?? (cantering ? riding.lead : riding.rein)) : null,
    counterCanter: gait === 'canter' && cantering && !lead && riding.counterCanter,
    frame: riding.gait === gait ? riding.frame : 'normal',
    seat: riding.gait === gait ? riding.seat : null,
  };
}

const paceSetting = (gait: MovingGait, leadPart: '' | ' [{lead:side}]', told: Told) =>
  setting({
    ...told,
    kind: 'transition',
    called: 'change of pace',
    plain: true,
    leadsOn: true,
    namesPace: true,
    pattern: pattern(`{proceed=proceed} ${gait} [{pace:${gait}Pace}]${leadPart}`),
    alsoRead: [
      pattern(`{proceed=proceed} {pace:${gait}Pace} ${gait}${leadPart}`),
      pattern(`{proceed=proceed} ${gait}${leadPart} {pace:${gait}Pace}`),
    ],
    apply: (_stand, params) => [{ afterM: 0, patch: (riding) => inPace(riding, gait, params) }],
  });

export const walk = paceSetting('walk', '', {
  also: ['walk medium at half'],
  examples: [
    { line: 'B walk' },
    { line: 'B walk free' },
    { line: 'B collected walk' },
    { line: 'F-M walk extended', metres: 48 },
  ],
  palette: [
    { group: 'Paces', name: 'walk medium', says: '{a} walk medium' },
    { group: 'Paces', name: 'walk free, long rein', says: '{a} walk free, long rein' },
  ],
});
export const trot = paceSetting('trot', '', {
  also: ['trot working at half', 'then trot working'],
  examples: [
    { line: 'B trot' },
    { line: 'B trot lengthened' },
    { line: 'H-X-F trot medium', metres: 52 },
  ],
  palette: [
    { group: 'Paces', name: 'trot working', says: '{a} trot working' },
    { group: 'Paces', name: 'trot lengthened', says: '{a} trot lengthened' },
    { group: 'Paces', name: 'trot medium', says: '{a} trot medium' },
    { group: 'Paces', name: 'trot collected', says: '{a} trot collected' },
  ],
  help: [
    { section: 'Paces and halts', line: 'A trot working', says: 'Gait and pace, from here on.' },
    {
      section: 'Paces and halts',
      line: 'H-X-F change rein, trot lengthened',
      says: 'With a comma: it holds from the start of the line.',
    },
  ],
});
export const canter = paceSetting('canter', ' [{lead:side}]', {
  also: ['canter left at half', 'canter right at half'],
  examples: [
    { line: 'B canter' },
    { line: 'B canter left' },
    { line: 'F-M canter medium', metres: 48 },
    { line: 'C circle left 20, canter left at half', metres: 20 * Math.PI },
  ],
  palette: [
    { group: 'Paces', name: 'canter working', says: '{a} canter working {in}' },
    { group: 'Paces', name: 'canter medium', says: '{a} canter medium {in}' },
    { group: 'Paces', name: 'canter collected', says: '{a} canter collected {in}' },
  ],
  help: [
    {
      section: 'Paces and halts',
      line: 'E circle left 20, canter left at half',
      says: 'At half, quarter, three-quarter, end, or a letter.',
    },
  ],
});

/** Canter on the outside lead, announced. */
export const counterCanter = setting({
  kind: 'counter-canter',
  namesPace: true,
  pattern: pattern('{proceed=proceed} counter-canter [{pace:canterPace}]'),
  apply: (_stand, params) => [
    {
      afterM: 0,
      patch: (riding) => ({
        ...inPace(riding, 'canter', {
          ...params,
          lead: riding.gait === 'canter' ? (riding.lead ?? undefined) : otherRein(riding.rein),
        }),
        counterCanter: true,
      }),
    },
  ],
  examples: [{ line: 'B counter-canter', metres: 0, before: 'A trot working' }],
  palette: [{ group: 'Paces', name: 'counter-canter', says: '{a} counter-canter' }],
  help: [
    {
      section: 'Paces and halts',
      line: 'A counter-canter',
      says: 'Canter on the outside lead, and meant so.',
    },
  ],
});
