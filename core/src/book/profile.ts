import { ANY_HORSE, type HorseProfile } from '../gaits/horse.ts';
import { inForce } from '../gaits/restriction.ts';
import { STAGE_LIMITS, type StageLimits } from '../gaits/limits.ts';
import type { Horse } from './records.ts';

/** The values that were entered: an empty field keeps the stage's limit. */
const entered = <T extends object>(values: T): Partial<T> =>
  Object.fromEntries(Object.entries(values).filter(([, v]) => v !== undefined)) as Partial<T>;

/** The horse of the book as the ride knows it on a day, `YYYY-MM-DD`; an average one when there is none. */
export function profileOf(horse: Horse | null, date: string): HorseProfile {
  if (!horse) return ANY_HORSE;
  const { name, heightCm, stage, hollowSide, bornYear, measured } = horse;
  const { smallestCircleM = {}, setBy: _by, setOn: _on, dated, ...others } = horse.limits;
  const restrictions = inForce(dated, date);
  const year = Number(date.slice(0, 4));
  const circles = entered(smallestCircleM);
  const anyCircle = Object.keys(circles).length > 0;
  return {
    name,
    heightCm,
    stage,
    hollowSide,
    measured,
    limits: {
      ...(entered(others) as Partial<StageLimits>),
      ...(anyCircle && {
        smallestCircleM: {
          ...STAGE_LIMITS[stage].smallestCircleM,
          ...circles,
        } as StageLimits['smallestCircleM'],
      }),
    },
    // A year to come is a slip of the hand: better no age than a wrong one.
    ...(bornYear !== null && bornYear <= year && { age: year - bornYear }),
    ...(horse.fitness !== 'usual' && { fitness: horse.fitness }),
    ...(restrictions.length > 0 && { restrictions }),
  };
}
