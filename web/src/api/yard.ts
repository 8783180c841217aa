import type { Rein } from '@canter-book/core/arena/rein';
import type { ObservationOf } from '@canter-book/core/observations/observation';
import type { Scale } from '@canter-book/core/scales';
import type { ProgrammeDay } from '@canter-book/core/programme/today';
import type { Verdict } from '@canter-book/core/progress/development';
import type { Standings } from '@canter-book/core/progress/standing';
import { anyOf, api, TAGS } from './api.ts';

export interface YardRow {
  horseId: string;
  lastDate: string | null;
  lastMinutes: number | null;
  homework: string;
  /** The rider's answer to it. */
  answer: Pick<ObservationOf<'homework'>, 'did' | 'felt'> | null;
  next: { scale: Scale; rein: Rein; mean: number } | null;
  standings: Standings;
  /** The day's work in its training plan; null without one. */
  programme: ProgrammeDay | null;
  verdicts: Partial<Record<`${Scale}/${Rein}`, Verdict>>;
}

export type LastWorked = Pick<YardRow, 'horseId' | 'lastDate' | 'lastMinutes'>;

export const yardApi = api.injectEndpoints({
  endpoints: (build) => ({
    health: build.query<{ ok: boolean; demo: string | null }, void>({ query: () => 'health' }),
    weather: build.query<{ celsius: number; humidity: number } | null, string>({
      query: (date) => ({ url: 'weather', params: { date } }),
    }),
    yard: build.query<YardRow[], string>({
      query: (date) => ({ url: 'yard', params: { date } }),
      providesTags: anyOf(...TAGS),
    }),
    yardOf: build.query<YardRow[], { date: string; horses: readonly string[] }>({
      query: ({ date, horses }) => ({ url: 'yard', params: { date, horses: horses.join(',') } }),
      providesTags: anyOf(...TAGS),
    }),
    lastWorked: build.query<LastWorked[], string>({
      query: (date) => ({ url: 'yard/last', params: { date } }),
      providesTags: anyOf('Session', 'Horse'),
    }),
  }),
});

export const { useHealthQuery, useWeatherQuery, useYardQuery, useYardOfQuery, useLastWorkedQuery } =
  yardApi;
