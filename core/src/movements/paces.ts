import { otherRein, type Rein } from '../arena/rein.ts';
import { setting, type Riding } from '../forms/contract.ts';
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

const paceSetting = (gait: MovingGait, leadPart: '' | ' [{lead:side}]') =>
  setting({
    kind: 'transition',
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

export const walk = paceSetting('walk', '');
export const trot = paceSetting('trot', '');
export const canter = paceSetting('canter', ' [{lead:side}]');

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
});
