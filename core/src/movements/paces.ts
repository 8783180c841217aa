import { otherRein, type Rein } from '../arena/rein.ts';
import { setting, type Riding } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';
import { PACES, usualPace, type MovingGait, type PaceName } from '../gaits/paces.ts';

interface PaceParams {
  proceed?: true;
  pace?: PaceName;
  lead?: Rein;
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

const words = (gait: MovingGait) => PACES[gait].join('|');

const paceSetting = (gait: MovingGait, leadPart: string) =>
  setting<PaceParams>({
    kind: 'transition',
    pattern: pattern(`{proceed=proceed} ${gait} [{pace:${words(gait)}}]${leadPart}`),
    alsoRead: [
      pattern(`{proceed=proceed} {pace:${words(gait)}} ${gait}${leadPart}`),
      pattern(`{proceed=proceed} ${gait}${leadPart} {pace:${words(gait)}}`),
    ],
    apply: (_stand, params) => [{ afterM: 0, patch: (riding) => inPace(riding, gait, params) }],
  });

export const walk = paceSetting('walk', '');
export const trot = paceSetting('trot', '');
export const canter = paceSetting('canter', ' [{lead:side}]');

/** Canter on the outside lead, announced. */
export const counterCanter = setting<PaceParams>({
  kind: 'counter-canter',
  pattern: pattern(`{proceed=proceed} counter-canter [{pace:${words('canter')}}]`),
  apply: (_stand, params) => [
    {
      afterM: 0,
      patch: (riding) => ({
        ...inPace(riding, 'canter', {
          ...params,
          lead: riding.gait === 'canter' ? (riding.lead ?? undefined) : otherRein(riding.rein),
        } as PaceParams),
        counterCanter: true,
      }),
    },
  ],
});
