import type { MarkedRide } from '@canter-book/core/sheet/markedRide';
import { anyOf, api, byId, deleted, put, saved } from './api.ts';

export const ridesApi = api.injectEndpoints({
  endpoints: (build) => ({
    rides: build.query<MarkedRide[], { horseId?: string; lessonId?: string }>({
      query: (params) => ({ url: 'rides', params }),
      providesTags: anyOf('Ride'),
    }),
    ride: build.query<MarkedRide, string>({
      query: (id) => `rides/${id}`,
      providesTags: byId('Ride'),
    }),
    saveRide: build.mutation<MarkedRide, MarkedRide>({
      ...put<MarkedRide>('rides'),
      invalidatesTags: saved('Ride'),
    }),
    removeRide: build.mutation<void, string>({
      query: (id) => ({ url: `rides/${id}`, method: 'DELETE' }),
      invalidatesTags: deleted('Ride'),
    }),
  }),
});

export const { useRidesQuery, useRideQuery, useSaveRideMutation, useRemoveRideMutation } = ridesApi;
