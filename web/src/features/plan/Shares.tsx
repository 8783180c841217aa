import { leastCanterShare } from '@canter-book/core/gaits/stages';
import type { HorseProfile } from '@canter-book/core/gaits/horse';
import { mayRide } from '@canter-book/core/gaits/restriction';
import { balanceOf, workedS } from '@canter-book/core/ride/balance';
import type { Ride } from '@canter-book/core/ride/types';

/** Reins and canter of the lesson, beside what this horse should have. */
export function Shares({ ride, horse }: { ride: Ride; horse: HorseProfile }) {
  const { rein } = balanceOf(ride);
  const left = percent(rein.left / Math.max(1, rein.left + rein.right));
  const worked = workedS(ride);
  const canter = percent(worked.canter / Math.max(1, worked.all));
  const least = mayRide(horse.restrictions, 'canter') ? percent(leastCanterShare(horse.stage)) : 0;
  return (
    <p className="mb-2 flex flex-wrap gap-x-5 text-[13px] text-soft">
      <span>
        left rein <b className="tabular text-ink">{left} %</b>, right{' '}
        <b className="tabular text-ink">{100 - left} %</b>
        {horse.hollowSide && `; the hollow side is the ${horse.hollowSide}`}
      </span>
      <span>
        canter <b className="tabular text-ink">{canter} %</b> of the trot and canter
        {least > 0 && `; at stage ${horse.stage}, ${least} % or more`}
      </span>
    </p>
  );
}

const percent = (share: number): number => Math.round(100 * share);
