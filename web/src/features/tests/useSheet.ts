import { useMemo } from 'react';
import type { HorseProfile } from '@canter-book/core/gaits/horse';
import type { Lesson } from '@canter-book/core/lesson/document';
import { profileOf } from '@canter-book/core/book/profile';
import type { Horse } from '@canter-book/core/book/records';
import { compileRide } from '@canter-book/core/ride/compile';
import type { Ride } from '@canter-book/core/ride/types';
import { sheetOf, type Sheet } from '@canter-book/core/sheet/sheet';
import { today } from '../../app/dates.ts';

/** A sheet as this horse rides it. */
export function useSheet(document: Lesson, horse: HorseProfile): { ride: Ride; sheet: Sheet } {
  return useMemo(() => {
    const ride = compileRide(document, horse);
    return { ride, sheet: sheetOf(document, ride) };
  }, [document, horse]);
}

/** A document as a horse of the book rides it today. */
export const useRideOf = (document: Lesson, horse: Horse | null): Ride =>
  useMemo(() => compileRide(document, profileOf(horse, today())), [document, horse]);
