import { useMemo } from 'react';
import type { BusyCalendar, Timetable } from '@canter-book/core/calendar/appointment';
import type { Names } from '@canter-book/core/calendar/clashes';
import { NEW_TIMETABLE } from '@canter-book/core/calendar/newTimetable';
import { occurrencesIn, type Occurrence } from '@canter-book/core/calendar/occurrences';
import type { Horse, Rider } from '@canter-book/core/book/records';
import type { Ahead } from '../../api/ahead.ts';
import { horsesApi, useHorsesQuery } from '../../api/horses.ts';
import { ridersApi, useRidersQuery } from '../../api/riders.ts';
import {
  timetableApi,
  useAppointmentsQuery,
  useBusyQuery,
  useTimetableQuery,
} from '../../api/timetable.ts';

const NONE: readonly never[] = [];

/** The timetable of some days, with the names of horses and riders. */
export interface Times {
  /** Null until they are there, and all that names them. */
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
  const around = [useTimetableQuery(), useBusyQuery(), useHorsesQuery(), useRidersQuery()] as const;
  const [
    { data: timetable = NEW_TIMETABLE },
    { data: busy = NONE },
    { data: horses = NONE },
    { data: riders = NONE },
  ] = around;
  // Without their names and places they are not shown: each would be drawn over and over.
  const isWhole = around.every((q) => q.data !== undefined || q.isError);
  const occurrences = useMemo(
    () => (query.data && isWhole ? occurrencesIn(query.data, from, to) : null),
    [query.data, isWhole, from, to],
  );
  const names = useMemo(
    (): Names => ({
      horse: (id) => horses.find((h) => h.id === id)?.name ?? '',
      rider: (id) => riders.find((r) => r.id === id)?.name ?? '',
    }),
    [horses, riders],
  );
  const failed = query.isError;
  return useMemo(
    () => ({ occurrences, timetable, busy, horses, riders, names, failed }),
    [occurrences, timetable, busy, horses, riders, names, failed],
  );
}

/** The queries of `useTimes`. */
export const timesAhead = (from: string, to: string): Ahead => [
  timetableApi.util.prefetch('appointments', { from, to }, {}),
  timetableApi.util.prefetch('timetable', undefined, {}),
  timetableApi.util.prefetch('busy', undefined, {}),
  horsesApi.util.prefetch('horses', undefined, {}),
  ridersApi.util.prefetch('riders', undefined, {}),
];

/** The name of an occurrence: its horse, or its title. */
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
