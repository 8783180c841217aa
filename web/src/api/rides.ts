import { api } from './api.ts';
import { documents } from './documents.ts';

export const ridesApi = api.injectEndpoints({
  endpoints(build) {
    const { some, one } = documents(build, 'ride');
    return {
      rides: some<{ horseId?: string; lessonId?: string }>(),
      ride: one,
    };
  },
});

export const { useRidesQuery, useRideQuery } = ridesApi;
