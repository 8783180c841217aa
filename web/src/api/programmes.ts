import { api } from './api.ts';
import { documents } from './documents.ts';

export const programmesApi = api.injectEndpoints({
  endpoints(build) {
    return { programmes: documents(build, 'programme').some<{ horseId?: string; ended?: 1 }>() };
  },
});

export const { useProgrammesQuery } = programmesApi;
