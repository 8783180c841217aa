import type { Appointment, BusyCalendar, Timetable } from '@canter-book/core/calendar/appointment';
import { api, put } from './api.ts';

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
  endpoints: (build) => ({
    appointments: build.query<Appointment[], { from: string; to: string }>({
      query: (params) => ({ url: 'appointments', params }),
      providesTags: ['Appointment'],
    }),
    saveAppointment: build.mutation<Appointment, Appointment>({
      ...put<Appointment>('appointments'),
      invalidatesTags: ['Appointment'],
    }),
    removeAppointment: build.mutation<void, string>({
      query: (id) => ({ url: `appointments/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Appointment'],
    }),
    timetable: build.query<Timetable, void>({
      query: () => 'timetable',
      providesTags: ['Timetable'],
    }),
    saveTimetable: build.mutation<Timetable, Timetable>({
      query: (body) => ({ url: 'timetable', method: 'PUT', body }),
      invalidatesTags: ['Timetable'],
    }),
    busy: build.query<BusyCalendar[], void>({ query: () => 'busy', providesTags: ['Busy'] }),
    takeCalendar: build.mutation<BusyCalendar, TakenCalendar>({
      query: ({ text, ...params }) => ({
        url: 'busy',
        method: 'POST',
        params,
        headers: { 'Content-Type': 'text/calendar' },
        body: text,
      }),
      invalidatesTags: ['Busy'],
    }),
    removeCalendar: build.mutation<void, string>({
      query: (id) => ({ url: `busy/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Busy'],
    }),
  }),
});

export const {
  useAppointmentsQuery,
  useSaveAppointmentMutation,
  useRemoveAppointmentMutation,
  useTimetableQuery,
  useSaveTimetableMutation,
  useBusyQuery,
  useTakeCalendarMutation,
  useRemoveCalendarMutation,
} = timetableApi;
