import { LATERAL_WORK } from '../forms/lateralWork.ts';
import { sideStepM } from '../movements/lateral.ts';
import type { RideSpan } from '../ride/types.ts';

/** How far the fore and hind tracks lie to the left of the ridden line, metres. */
export interface HoofTracks {
  readonly foreM: number;
  readonly hindM: number;
}

/** The two tracks of lateral work, or null on one track. */
export function hoofTracks({ riding }: RideSpan): HoofTracks | null {
  const { lateral } = riding;
  if (!lateral) return null;
  // The forehand lies to the side the body points to.
  const apartM = Math.sign(lateral.bodyOffRad) * sideStepM(lateral.kind, lateral.bodyOffRad);
  switch (LATERAL_WORK[lateral.kind].keepsLine) {
    case 'hind':
      return { foreM: apartM, hindM: 0 };
    case 'fore':
      return { foreM: 0, hindM: -apartM };
    case 'neither':
      return { foreM: apartM / 2, hindM: -apartM / 2 };
  }
}
