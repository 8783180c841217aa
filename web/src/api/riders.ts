import type { Rider } from '@canter-book/core/book/records';
import { anyOf, api, put, saved } from './api.ts';

export const ridersApi = api.injectEndpoints({
  endpoints: (build) => ({
    riders: build.query<Rider[], void>({ query: () => 'riders', providesTags: anyOf('Rider') }),
    corners: build.query<{ riderId: string; corners: number; bent: number }[], string>({
      query: (since) => ({ url: 'riders/corners', params: { since } }),
      providesTags: anyOf('Observations'),
    }),
    saveRider: build.mutation<Rider, Rider>({
      ...put<Rider>('riders'),
      invalidatesTags: saved('Rider'),
    }),
  }),
});

export const { useRidersQuery, useCornersQuery, useSaveRiderMutation } = ridersApi;
