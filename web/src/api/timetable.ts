import type { BusyCalendar, Timetable } from '@canter-book/core/calendar/appointment';
import { anyOf, api } from './api.ts';
import { documents } from './documents.ts';

/** A calendar file of somebody's own, and whose it is. */
export interface TakenCalendar {
  text: string;
  name: string;
  instructor?: string;
  riderId?: string;
  zone: string;
  today: string;
}

export const timetableApi = api.injectEndpoints({
  endpoints(build) {
    const appointments = documents(build, 'appointment');
    const busy = documents(build, 'busy');
    return {
      appointments: appointments.some<{ from: string; to: string }>(),
      busy: busy.all,
      takeCalendar: build.mutation<BusyCalendar, TakenCalendar>({
        query: ({ text, ...params }) => ({
          url: 'busy',
          method: 'POST',
          params,
          headers: { 'Content-Type': 'text/calendar' },
          body: text,
        }),
        invalidatesTags: anyOf('Busy'),
      }),
      // A book has one.
      timetable: build.query<Timetable, void>({
        query: () => 'timetable',
        providesTags: anyOf('Timetable'),
        extraOptions: { kind: 'timetable' },
      }),
    };
  },
});

export const { useAppointmentsQuery, useTimetableQuery, useBusyQuery, useTakeCalendarMutation } =
  timetableApi;
