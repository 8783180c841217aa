import type { Observation } from '@canter-book/core/observations/observation';
import type { Done } from '@canter-book/core/planner/request';
import type { Readings } from '@canter-book/core/progress/readings';
import { anyOf, api } from './api.ts';
import { documents } from './documents.ts';

/** Something seen, with the day of its session. */
export interface SeenRow {
  date: string;
  seen: Observation;
}

export const horsesApi = api.injectEndpoints({
  endpoints(build) {
    const { all, one } = documents(build, 'horse');
    return {
      horses: all,
      horse: one,
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
    };
  },
});

export const { useHorsesQuery, useHorseQuery, useReadingsQuery, useDoneQuery, useSeenQuery } =
  horsesApi;
