import { useMemo } from 'react';
import { occurrencesIn } from '@canter-book/core/calendar/occurrences';
import { MOST_WEEKS } from '@canter-book/core/programme/request';
import { daysLater, mondayOf } from '@canter-book/core/progress/days';
import { useAppointmentsQuery } from '../../api/timetable.ts';

const NONE: readonly string[] = [];

/** The days on which a lesson of a horse stands in the timetable; null until it is known, none where it cannot be. */
export function useLessonDays(horseId: string, date: string): readonly string[] | null {
  const span = { from: mondayOf(date), to: daysLater(mondayOf(date), 7 * MOST_WEEKS) };
  const { data, isLoading } = useAppointmentsQuery(span);
  const { from, to } = span;
  return useMemo(() => {
    if (!data) return isLoading ? null : NONE;
    const own = data.filter((a) => a.horseId === horseId);
    return occurrencesIn(own, from, to)
      .filter((o) => o.cancelled === null)
      .map((o) => o.date);
  }, [data, isLoading, horseId, from, to]);
}
