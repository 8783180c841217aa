import { useMemo } from 'react';
import type { BusyCalendar, Timetable } from '@canter-book/core/calendar/appointment';
import type { Names } from '@canter-book/core/calendar/clashes';
import { NEW_TIMETABLE } from '@canter-book/core/calendar/newTimetable';
import { occurrencesIn, type Occurrence } from '@canter-book/core/calendar/occurrences';
import type { Horse, Rider } from '@canter-book/core/observations/records';
import {
  useAppointmentsQuery,
  useBusyQuery,
  useHorsesQuery,
  useRidersQuery,
  useTimetableQuery,
} from '../../api/api.ts';

const NONE: readonly never[] = [];

/** What stands in the timetable, with the names of whom it is for. */
export interface Times {
  /** Null until they are there. */
  readonly occurrences: readonly Occurrence[] | null;
  readonly timetable: Timetable;
  readonly busy: readonly BusyCalendar[];
  readonly horses: readonly Horse[];
  readonly riders: readonly Rider[];
  readonly names: Names;
  readonly failed: boolean;
}

export function useTimes(from: string, to: string): Times {
  const query = useAppointmentsQuery({ from, to });
  const { data: timetable = NEW_TIMETABLE } = useTimetableQuery();
  const { data: busy = NONE } = useBusyQuery();
  const { data: horses = NONE } = useHorsesQuery();
  const { data: riders = NONE } = useRidersQuery();
  const occurrences = useMemo(
    () => (query.data ? occurrencesIn(query.data, from, to) : null),
    [query.data, from, to],
  );
  const names = useMemo(
    (): Names => ({
      horse: (id) => horses.find((h) => h.id === id)?.name ?? '',
      rider: (id) => riders.find((r) => r.id === id)?.name ?? '',
    }),
    [horses, riders],
  );
  return { occurrences, timetable, busy, horses, riders, names, failed: query.isError };
}

/** What an occurrence is called: its horse, or what it is. */
export const calledOf = ({ appointment: a }: Occurrence, names: Names): string =>
  names.horse(a.horseId) || a.title || 'A horse that has left';

/** "Ines · 45 min · Sail loft". */
export const aboutOf = (o: Occurrence, { names, timetable }: Times): string =>
  [
    names.rider(o.appointment.riderId).split(' ')[0],
    `${o.minutes} min`,
    o.arena,
    // Where one teaches alone there is nothing to tell apart.
    timetable.instructors.length > 1 &&
      o.appointment.instructor &&
      `with ${o.appointment.instructor.split(' ')[0]}`,
  ]
    .filter(Boolean)
    .join(' · ');
