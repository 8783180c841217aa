import { useEffect, useMemo, useState } from 'react';
import { shelfWith, type Shelf } from '@canter-book/core/exercises/shelf';
import type { Rider } from '@canter-book/core/book/records';
import type { HorseFile } from '@canter-book/core/planner/request';
import { programmeRequest, type Wished } from '@canter-book/core/programme/fromBook';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import type { ProgrammeRequest } from '@canter-book/core/programme/request';
import { useOwnExercisesQuery } from '../../api/exercises.ts';
import { useReadingsQuery } from '../../api/horses.ts';
import { today } from '../../app/dates.ts';
import { remembered } from '../plan/wishes.ts';
import { useHorseFile } from '../plan/useHorseFile.ts';
import { movedIn } from './keep.ts';
import { useLessonDays } from './useLessonDays.ts';
import { useProgramme, type ProgrammeState } from './useProgramme.ts';

export interface WeeksState extends ProgrammeState {
  readonly file: HorseFile | null;
  readonly shelf: Shelf;
  /** Differences from the plan that holds, in words. */
  readonly moved: readonly string[];
}

interface Asked {
  readonly horseId: string;
  readonly rider: Rider | null;
  /** The plan that holds, if there is one. */
  readonly record: ProgrammeRecord | null;
  /** Null: nothing is planned yet. */
  readonly wished: Wished | null;
  /** So long the book must have been still, where marks come one after the other. */
  readonly afterMs?: number;
}

/** The weeks of a horse, planned from what the book knows now. */
export function useWeeks({ horseId, rider, record, wished, afterMs = 0 }: Asked): WeeksState {
  const date = today();
  const { data: known } = useReadingsQuery(horseId);
  const { data: ownExercises } = useOwnExercisesQuery();
  const own = useMemo(() => ownExercises?.map((o) => o.exercise) ?? null, [ownExercises]);
  const shelf = useMemo(() => shelfWith(own ?? []), [own]);
  const equipment = useMemo(() => remembered().equipment, []);
  const file = useHorseFile(horseId, equipment, rider);
  const lessons = useLessonDays(horseId, date);
  const request = useMemo(
    () =>
      file && wished && lessons && known && own
        ? programmeRequest(wished, record?.plan ?? null, {
            horse: file,
            readings: known.readings,
            own,
            lessons,
            date,
          })
        : null,
    [file, wished, record, known, own, lessons, date],
  );
  const planned = useProgramme(useStill(request, afterMs));
  const { made } = planned;
  const moved = useMemo(() => (made && record ? movedIn(record, made) : []), [made, record]);
  return { ...planned, file, shelf, moved };
}

/** A request once nothing newer has come for a while. */
function useStill(request: ProgrammeRequest | null, afterMs: number): ProgrammeRequest | null {
  const [still, setStill] = useState<ProgrammeRequest | null>(null);
  useEffect(() => {
    if (afterMs === 0) return;
    const timer = setTimeout(() => setStill(request), afterMs);
    return () => clearTimeout(timer);
  }, [request, afterMs]);
  return afterMs === 0 ? request : still;
}
