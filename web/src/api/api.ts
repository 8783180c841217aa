import { createApi, fetchBaseQuery, type FetchBaseQueryError } from '@reduxjs/toolkit/query/react';
import type { Lesson } from '@canter-book/core/lesson/document';
import type { Horse, LessonRecord, Rider, Session } from '@canter-book/core/book/records';
import type { Observation, ObservationOf } from '@canter-book/core/observations/observation';
import type { Verdict } from '@canter-book/core/progress/development';
import type { Readings } from '@canter-book/core/progress/readings';
import type { Standings } from '@canter-book/core/progress/standing';
import type { OwnExercise } from '@canter-book/core/exercises/exercise';
import type { Done } from '@canter-book/core/planner/request';
import type { MarkedRide } from '@canter-book/core/sheet/markedRide';
import type { Appointment, BusyCalendar, Timetable } from '@canter-book/core/calendar/appointment';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import type { ProgrammeDay } from '@canter-book/core/programme/today';
import type { Scale } from '@canter-book/core/observations/scales';
import { CLIENT } from './client.ts';
import type { Rein } from '@canter-book/core/arena/rein';

export interface LessonSummary {
  id: string;
  revision: number;
  title: string;
  horseId: string | null;
  tags: string[];
  template: boolean;
  /** A test sheet. */
  sheet: boolean;
  updatedAt: string;
}

/** A lesson as it was at the end of a sitting. */
export interface LessonVersion {
  revision: number;
  savedAt: string;
  title: string;
  document: Lesson;
  /** Null: the owner. */
  by: string | null;
}

export type SessionSummary = Omit<Session, 'document'> & {
  tries: number;
  good: number;
  /** Marks that were given. */
  marks: number;
};

export interface YardRow {
  horseId: string;
  lastDate: string | null;
  lastMinutes: number | null;
  homework: string;
  /** What the rider said became of it. */
  answer: Pick<ObservationOf<'homework'>, 'did' | 'felt'> | null;
  next: { scale: Scale; rein: Rein; mean: number } | null;
  standings: Standings;
  /** What the day is in its programme; null without one. */
  programme: ProgrammeDay | null;
  verdicts: Partial<Record<`${Scale}/${Rein}`, Verdict>>;
}

export type LastWorked = Pick<YardRow, 'horseId' | 'lastDate' | 'lastMinutes'>;

/** Something seen, with the day of its session. */
export interface SeenRow {
  date: string;
  seen: Observation;
}

export interface RemovedLesson {
  id: string;
  title: string;
  horseId: string | null;
  removedAt: string;
}

/** Rows of a table that were taken into the book at one go. */
export interface Import {
  id: string;
  madeAt: string;
  source: string;
  sessions: number;
  observations: number;
}

type Counts = Record<
  | 'horse'
  | 'rider'
  | 'lesson'
  | 'ride'
  | 'exercise'
  | 'programme'
  | 'appointment'
  | 'timetable'
  | 'busy'
  | 'session'
  | 'observation',
  number
>;

/** What was found in a book file, or taken from it. */
export interface BundleReport {
  added: Counts;
  known: Counts;
  refused: { line: number; why: string }[];
  refusedCount: number;
  whole: boolean;
}

/** A calendar file of somebody's own, and whose it is. */
export interface TakenCalendar {
  text: string;
  name: string;
  instructor?: string;
  riderId?: string;
  zone: string;
  today: string;
}

/** What the server answers when it refuses: RFC 9457 problem details. */
export interface Problem {
  status: number;
  title: string;
  detail: string;
  current?: unknown;
}

export const TAGS = [
  'Horse',
  'Rider',
  'Lesson',
  // The one at the desk: asked for again when another device has saved it, not after one's own saves.
  'OpenLesson',
  'Session',
  'Observations',
  'Exercise',
  'Import',
  'Ride',
  'Programme',
  'Appointment',
  'Timetable',
  'Busy',
] as const;
export type Tag = (typeof TAGS)[number];

/** What a browser still sends for a page that is being closed. */
const MOST_AFTER_CLOSING = 50_000;

/** Of the days one looks back on. */
export const SESSIONS_A_PAGE = 60;

const put = <T extends { id: string }>(path: string) => ({
  query: (body: T) => ({
    url: `${path}/${body.id}`,
    method: 'PUT',
    body,
    keepalive: JSON.stringify(body).length < MOST_AFTER_CLOSING,
  }),
});

export const api = createApi({
  baseQuery: fetchBaseQuery({ baseUrl: '/api', headers: { 'X-Client': CLIENT } }),
  tagTypes: TAGS,
  refetchOnReconnect: true,
  endpoints: (build) => ({
    health: build.query<{ ok: boolean; demo: string | null }, void>({ query: () => 'health' }),
    horses: build.query<Horse[], void>({ query: () => 'horses', providesTags: ['Horse'] }),
    horse: build.query<Horse, string>({ query: (id) => `horses/${id}`, providesTags: ['Horse'] }),
    saveHorse: build.mutation<Horse, Horse>({
      ...put<Horse>('horses'),
      invalidatesTags: ['Horse'],
    }),
    deleteHorse: build.mutation<void, string>({
      query: (id) => ({ url: `horses/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Horse'],
    }),
    readings: build.query<Readings, string>({
      query: (horseId) => `horses/${horseId}/readings`,
      providesTags: ['Observations'],
    }),
    done: build.query<Done[], string>({
      query: (horseId) => `horses/${horseId}/done`,
      providesTags: ['Observations', 'Session'],
    }),
    ownExercises: build.query<OwnExercise[], void>({
      query: () => 'exercises',
      providesTags: ['Exercise'],
    }),
    saveExercise: build.mutation<OwnExercise, OwnExercise>({
      query: (body) => ({ url: `exercises/${body.id}`, method: 'PUT', body }),
      invalidatesTags: ['Exercise'],
    }),
    removeExercise: build.mutation<void, string>({
      query: (id) => ({ url: `exercises/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Exercise'],
    }),
    seen: build.query<SeenRow[], { horseId: string; kinds: string; since: string }>({
      query: ({ horseId, ...params }) => ({ url: `horses/${horseId}/seen`, params }),
      providesTags: ['Observations'],
    }),
    riders: build.query<Rider[], void>({ query: () => 'riders', providesTags: ['Rider'] }),
    corners: build.query<{ riderId: string; corners: number; bent: number }[], string>({
      query: (since) => ({ url: 'riders/corners', params: { since } }),
      providesTags: ['Observations'],
    }),
    saveRider: build.mutation<Rider, Rider>({
      ...put<Rider>('riders'),
      invalidatesTags: ['Rider'],
    }),
    lessons: build.query<LessonSummary[], { q?: string }>({
      query: (params) => ({ url: 'lessons', params }),
      providesTags: ['Lesson'],
    }),
    lessonVersions: build.query<LessonVersion[], string>({
      query: (id) => `lessons/${id}/versions`,
    }),
    lesson: build.query<LessonRecord, string>({
      query: (id) => `lessons/${id}`,
      providesTags: ['OpenLesson'],
      keepUnusedDataFor: 0,
    }),
    saveLesson: build.mutation<LessonRecord, LessonRecord>({
      ...put<LessonRecord>('lessons'),
      invalidatesTags: ['Lesson'],
    }),
    sheets: build.query<LessonSummary[], void>({
      query: () => ({ url: 'lessons', params: { sheets: 1 } }),
      providesTags: ['Lesson'],
    }),
    rides: build.query<MarkedRide[], { horseId?: string; lessonId?: string }>({
      query: (params) => ({ url: 'rides', params }),
      providesTags: ['Ride'],
    }),
    ride: build.query<MarkedRide, string>({
      query: (id) => `rides/${id}`,
      providesTags: ['Ride'],
    }),
    saveRide: build.mutation<MarkedRide, MarkedRide>({
      ...put<MarkedRide>('rides'),
      invalidatesTags: ['Ride'],
    }),
    removeRide: build.mutation<void, string>({
      query: (id) => ({ url: `rides/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Ride'],
    }),
    programmes: build.query<ProgrammeRecord[], { horseId?: string; ended?: 1 }>({
      query: (params) => ({ url: 'programmes', params }),
      providesTags: ['Programme'],
    }),
    saveProgramme: build.mutation<ProgrammeRecord, ProgrammeRecord>({
      ...put<ProgrammeRecord>('programmes'),
      invalidatesTags: ['Programme'],
    }),
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
    removedLessons: build.query<RemovedLesson[], void>({
      query: () => 'lessons/removed',
      providesTags: ['Lesson'],
    }),
    sessions: build.query<SessionSummary[], { horseId?: string; limit?: number; since?: string }>({
      query: (params) => ({ url: 'sessions', params }),
      providesTags: ['Session'],
    }),
    /** All sessions, the newest first: the next page begins before the last one of the page before. */
    sessionPages: build.infiniteQuery<SessionSummary[], void, string | null>({
      infiniteQueryOptions: {
        initialPageParam: null,
        getNextPageParam: (page) =>
          page.length < SESSIONS_A_PAGE ? undefined : page[page.length - 1]?.id,
      },
      query: ({ pageParam }) => ({
        url: 'sessions',
        params: { limit: SESSIONS_A_PAGE, ...(pageParam && { before: pageParam }) },
      }),
      providesTags: ['Session'],
    }),
    session: build.query<Session, string>({
      query: (id) => `sessions/${id}`,
      providesTags: ['Session'],
    }),
    saveSession: build.mutation<Session, Session>({
      ...put<Session>('sessions'),
      invalidatesTags: ['Session'],
    }),
    observations: build.query<Observation[], string>({
      query: (sessionId) => `sessions/${sessionId}/observations`,
      providesTags: ['Observations'],
    }),
    addObservations: build.mutation<{ stored: number }, Observation[]>({
      query: (observations) => ({ url: 'observations', method: 'POST', body: { observations } }),
      invalidatesTags: ['Observations', 'Session'],
    }),
    takeBook: build.mutation<BundleReport, { file: File; check: boolean }>({
      query: ({ file, check }) => ({
        url: 'book/import',
        method: 'POST',
        params: { check: check ? 1 : 0 },
        headers: {
          'Content-Type': file.name.endsWith('.gz') ? 'application/gzip' : 'application/x-ndjson',
        },
        body: file,
      }),
    }),
    addSessions: build.mutation<
      { added: number; stored: number },
      {
        sessions: Session[];
        observations: Observation[];
        import?: { id: string; source: string };
        join?: boolean;
      }
    >({
      query: ({ join, ...body }) => ({
        url: 'book/sessions',
        method: 'POST',
        body,
        params: join ? { join: 1 } : {},
      }),
      invalidatesTags: ['Observations', 'Session', 'Import'],
    }),
    imports: build.query<Import[], void>({
      query: () => 'book/imports',
      providesTags: ['Import'],
    }),
    undoImport: build.mutation<void, string>({
      query: (id) => ({ url: `book/imports/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Observations', 'Session', 'Import'],
    }),
    weather: build.query<{ celsius: number; humidity: number } | null, string>({
      query: (date) => ({ url: 'weather', params: { date } }),
    }),
    yard: build.query<YardRow[], string>({
      query: (date) => ({ url: 'yard', params: { date } }),
      providesTags: TAGS,
    }),
    yardOf: build.query<YardRow[], { date: string; horses: readonly string[] }>({
      query: ({ date, horses }) => ({ url: 'yard', params: { date, horses: horses.join(',') } }),
      providesTags: TAGS,
    }),
    lastWorked: build.query<LastWorked[], string>({
      query: (date) => ({ url: 'yard/last', params: { date } }),
      providesTags: ['Session', 'Horse'],
    }),
  }),
});

export const {
  useHealthQuery,
  useHorsesQuery,
  useHorseQuery,
  useSaveHorseMutation,
  useDeleteHorseMutation,
  useReadingsQuery,
  useSeenQuery,
  useRidersQuery,
  useCornersQuery,
  useSaveRiderMutation,
  useLessonsQuery,
  useLessonQuery,
  useLazyLessonQuery,
  useLessonVersionsQuery,
  useSaveLessonMutation,
  useSheetsQuery,
  useRidesQuery,
  useRideQuery,
  useSaveRideMutation,
  useRemoveRideMutation,
  useProgrammesQuery,
  useSaveProgrammeMutation,
  useAppointmentsQuery,
  useSaveAppointmentMutation,
  useRemoveAppointmentMutation,
  useTimetableQuery,
  useSaveTimetableMutation,
  useBusyQuery,
  useTakeCalendarMutation,
  useRemoveCalendarMutation,
  useRemovedLessonsQuery,
  useImportsQuery,
  useUndoImportMutation,
  useSessionsQuery,
  useSessionPagesInfiniteQuery,
  useSessionQuery,
  useSaveSessionMutation,
  useObservationsQuery,
  useAddObservationsMutation,
  useTakeBookMutation,
  useAddSessionsMutation,
  useYardQuery,
  useYardOfQuery,
  useLastWorkedQuery,
  useWeatherQuery,
  useDoneQuery,
  useOwnExercisesQuery,
  useSaveExerciseMutation,
  useRemoveExerciseMutation,
} = api;

type ApiError = FetchBaseQueryError | { message?: string | undefined } | undefined;

/** The server's own words, or what to do when it does not answer. */
/** Not now is no refusal: whoever has to sign in again, and a server that is busy, full or away, is asked again. */
const NOT_NOW = [401, 408, 425, 429];

/** Whether the same, sent again, would be refused again. */
export const isRefusal = (status: number): boolean =>
  status >= 400 && status < 500 && !NOT_NOW.includes(status);

export function problemOf(error: ApiError): Problem {
  if (error && 'status' in error && typeof error.status === 'number') {
    const data = error.data as Partial<Problem> | undefined;
    return {
      ...data,
      status: error.status,
      title: data?.title ?? 'Something went wrong',
      detail: data?.detail ?? 'The server gave no reason.',
    };
  }
  return {
    status: 0,
    title: 'The book’s server does not answer',
    detail: 'Check that it is running. What you entered is kept here.',
  };
}
