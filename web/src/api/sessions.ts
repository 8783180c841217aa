import type { SessionSummary } from '@canter-book/core/book/summaries';
import type { Observation } from '@canter-book/core/observations/observation';
import { anyOf, api, byId, oneAnd } from './api.ts';
import { documents } from './documents.ts';

/** Of the days one looks back on. */
export const SESSIONS_A_PAGE = 60;

const sessionsIn = (observations: readonly Observation[]): string[] => [
  ...new Set(observations.map((o) => o.sessionId)),
];

export const sessionsApi = api.injectEndpoints({
  endpoints(build) {
    const { some, one, save } = documents(build, 'session');
    return {
      sessions: some<{ horseId?: string; limit?: number; since?: string }, SessionSummary[]>(),
      session: one,
      saveSession: save,
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
      }),
      addObservations: build.mutation<{ stored: number }, Observation[]>({
        query: (observations) => ({ url: 'observations', method: 'POST', body: { observations } }),
        invalidatesTags: (_answer, _error, observations) =>
          sessionsIn(observations).flatMap((id) => oneAnd(id, 'Observations', 'Session')),
        // Shown at once: what is tapped next is on top of it, not beside it.
        async onQueryStarted(observations, { dispatch, queryFulfilled }) {
          const shown = sessionsIn(observations).map((id) =>
            dispatch(
              sessionsApi.util.updateQueryData('observations', id, (seen) => {
                seen.push(...observations.filter((o) => o.sessionId === id));
              }),
            ),
          );
          await queryFulfilled.catch(() => shown.forEach(({ undo }) => undo()));
        },
      }),
    };
  },
});

export const {
  useSessionsQuery,
  useSessionPagesInfiniteQuery,
  useSessionQuery,
  useSaveSessionMutation,
  useObservationsQuery,
  useAddObservationsMutation,
} = sessionsApi;
