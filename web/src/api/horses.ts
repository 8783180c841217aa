import type { Horse } from '@canter-book/core/book/records';
import type { Observation } from '@canter-book/core/observations/observation';
import type { Done } from '@canter-book/core/planner/request';
import type { Readings } from '@canter-book/core/progress/readings';
import { anyOf, api, byId, deleted, put, saved } from './api.ts';

/** Something seen, with the day of its session. */
export interface SeenRow {
  date: string;
  seen: Observation;
}

export const horsesApi = api.injectEndpoints({
  endpoints: (build) => ({
    horses: build.query<Horse[], void>({ query: () => 'horses', providesTags: anyOf('Horse') }),
    horse: build.query<Horse, string>({
      query: (id) => `horses/${id}`,
      providesTags: byId('Horse'),
    }),
    saveHorse: build.mutation<Horse, Horse>({
      ...put<Horse>('horses'),
      invalidatesTags: saved('Horse'),
    }),
    deleteHorse: build.mutation<void, string>({
      query: (id) => ({ url: `horses/${id}`, method: 'DELETE' }),
      invalidatesTags: deleted('Horse'),
    }),
    readings: build.query<Readings, string>({
      query: (horseId) => `horses/${horseId}/readings`,
      providesTags: anyOf('Observations'),
    }),
    done: build.query<Done[], string>({
      query: (horseId) => `horses/${horseId}/done`,
      providesTags: anyOf('Observations', 'Session'),
    }),
    seen: build.query<SeenRow[], { horseId: string; kinds: string; since: string }>({
      query: ({ horseId, ...params }) => ({ url: `horses/${horseId}/seen`, params }),
      providesTags: anyOf('Observations'),
    }),
  }),
});

export const {
  useHorsesQuery,
  useHorseQuery,
  useSaveHorseMutation,
  useDeleteHorseMutation,
  useReadingsQuery,
  useDoneQuery,
  useSeenQuery,
} = horsesApi;
