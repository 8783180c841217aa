import { api } from './api.ts';
import { documents } from './documents.ts';

export const ridesApi = api.injectEndpoints({
  endpoints(build) {
    const { some, one, save, remove } = documents(build, 'ride');
    return {
      rides: some<{ horseId?: string; lessonId?: string }>(),
      ride: one,
      saveRide: save,
      removeRide: remove,
    };
  },
});

export const { useRidesQuery, useRideQuery, useSaveRideMutation, useRemoveRideMutation } = ridesApi;
