import { useMemo } from 'react';
import type { HorseProfile } from '@canter-book/core/gaits/horse';
import type { Lesson } from '@canter-book/core/lesson/document';
import { compileRide } from '@canter-book/core/ride/compile';
import type { Ride } from '@canter-book/core/ride/types';
import { sheetOf, type Sheet } from '@canter-book/core/sheet/sheet';

/** A sheet as this horse rides it. */
export function useSheet(document: Lesson, horse: HorseProfile): { ride: Ride; sheet: Sheet } {
  return useMemo(() => {
    const ride = compileRide(document, horse);
    return { ride, sheet: sheetOf(document, ride) };
  }, [document, horse]);
}
