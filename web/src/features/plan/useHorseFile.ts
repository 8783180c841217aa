import { useMemo } from 'react';
import type { EquipmentName } from '@canter-book/core/exercises/exercise';
import type { Rider } from '@canter-book/core/book/records';
import { horseFileOf } from '@canter-book/core/planner/fromBook';
import { themeOn } from '@canter-book/core/programme/today';
import type { HorseFile } from '@canter-book/core/planner/request';
import { useDoneQuery, useHorseQuery, useReadingsQuery } from '../../api/horses.ts';
import { useProgrammesQuery } from '../../api/programmes.ts';
import { today } from '../../app/dates.ts';

/** The horse file, for the planner and the shelf; null until it is there, or without a horse. */
export function useHorseFile(
  id: string | null,
  equipment: readonly EquipmentName[],
  rider: Rider | null = null,
): HorseFile | null {
  const skip = { skip: id === null };
  const horse = useHorseQuery(id ?? '', skip).data;
  const readings = useReadingsQuery(id ?? '', skip).data;
  const done = useDoneQuery(id ?? '', skip).data;
  // Without an answer it is planned without a programme.
  const programmes = useProgrammesQuery({ horseId: id ?? '' }, skip);
  const theme = themeOn(programmes.data?.[0], today());
  const known = !programmes.isLoading;
  return useMemo(
    () =>
      id !== null && horse && readings && done && known
        ? horseFileOf({ horse, readings, done, equipment, rider, theme, date: today() })
        : null,
    [id, horse, readings, done, known, equipment, rider, theme],
  );
}
