import { anyOf, api } from './api.ts';
import { documents } from './documents.ts';

export const ridersApi = api.injectEndpoints({
  endpoints(build) {
    const { all } = documents(build, 'rider');
    return {
      riders: all,
      corners: build.query<{ riderId: string; corners: number; bent: number }[], string>({
        query: (since) => ({ url: 'riders/corners', params: { since } }),
        providesTags: anyOf('Observations'),
      }),
    };
  },
});

export const { useRidersQuery, useCornersQuery } = ridersApi;
