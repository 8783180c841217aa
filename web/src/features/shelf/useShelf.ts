import { useMemo } from 'react';
import { shelfWith, type Shelf } from '@canter-book/core/exercises/shelf';
import { useOwnExercisesQuery } from '../../api/exercises.ts';

/** The catalogue with the instructor's own exercises; `ready` once they have come. */
export function useShelf(): { readonly shelf: Shelf; readonly ready: boolean } {
  const { data, isLoading } = useOwnExercisesQuery();
  const shelf = useMemo(() => shelfWith((data ?? []).map((own) => own.exercise)), [data]);
  return { shelf, ready: !isLoading };
}
