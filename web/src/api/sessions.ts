import type { SessionSummary } from '@canter-book/core/book/summaries';
import type { Observation } from '@canter-book/core/observations/observation';
import { anyOf, api, byId } from './api.ts';
import { documents } from './documents.ts';

/** Of the days one looks back on. */
export const SESSIONS_A_PAGE = 60;

export const sessionsApi = api.injectEndpoints({
  endpoints(build) {
    const { some, one } = documents(build, 'session');
    return {
      sessions: some<{ horseId?: string; limit?: number; since?: string }, SessionSummary[]>(),
      session: one,
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
        providesTags: anyOf('Session'),
      }),
      observations: build.query<Observation[], string>({
        query: (sessionId) => `sessions/${sessionId}/observations`,
        providesTags: byId('Observations'),
        extraOptions: { kind: 'observation' },
      }),
    };
  },
});

export const {
  useSessionsQuery,
  useSessionPagesInfiniteQuery,
  useSessionQuery,
  useObservationsQuery,
} = sessionsApi;
