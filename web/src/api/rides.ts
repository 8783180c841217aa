import type { MarkedRide } from '@canter-book/core/sheet/markedRide';
import { api, put } from './api.ts';

export const ridesApi = api.injectEndpoints({
  endpoints: (build) => ({
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
  }),
});

export const { useRidesQuery, useRideQuery, useSaveRideMutation, useRemoveRideMutation } = ridesApi;
