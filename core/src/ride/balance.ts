import type { Rein } from '../arena/rein.ts';
import { MOVING_GAITS, type MovingGait } from '../gaits/paces.ts';
import type { Ride } from './types.ts';

/** The make-up of a lesson, in metres: by rein, gait, lead, and straight or turning. */
export interface Balance {
  readonly rein: Readonly<Record<Rein, number>>;
  readonly gait: Readonly<Record<MovingGait, number>>;
  /** Canter by its lead. */
  readonly lead: Readonly<Record<Rein, number>>;
  readonly straight: number;
  readonly turning: Readonly<Record<Rein, number>>;
}

/** Seconds in trot and in canter: the work, without what is walked. */
export function workedS({ spans }: Pick<Ride, 'spans'>): {
  readonly trot: number;
  readonly canter: number;
  readonly all: number;
} {
  const of = (gait: MovingGait) =>
    spans.filter((s) => s.gait === gait).reduce((sum, s) => sum + s.seconds, 0);
  const [trot, canter] = [of('trot'), of('canter')];
  return { trot, canter, all: trot + canter };
}

export function balanceOf(ride: Ride): Balance {
  const gait: Record<MovingGait, number> = { walk: 0, trot: 0, canter: 0 };
  const lead: Record<Rein, number> = { left: 0, right: 0 };
  for (const { gait: ridden, lengthM, riding } of ride.spans) {
    const moving = MOVING_GAITS.find((g) => g === ridden);
    if (moving) gait[moving] += lengthM;
    if (ridden === 'canter' && riding.lead) lead[riding.lead] += lengthM;
  }
  const turning: Record<Rein, number> = { left: 0, right: 0 };
  let straight = 0;
  for (const { curve } of ride.path.pieces) {
    const { curvature } = curve.at(curve.lengthM / 2);
    if (curvature === 0) straight += curve.lengthM;
    else turning[curvature > 0 ? 'left' : 'right'] += curve.lengthM;
  }
  const { left, right } = ride.totals.rein;
  return { rein: { left: left.metres, right: right.metres }, gait, lead, straight, turning };
}
