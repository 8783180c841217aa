import { api } from './api.ts';
import { documents } from './documents.ts';

export const programmesApi = api.injectEndpoints({
  endpoints(build) {
    const { some, save } = documents(build, 'programme');
    return { programmes: some<{ horseId?: string; ended?: 1 }>(), saveProgramme: save };
  },
});

export const { useProgrammesQuery, useSaveProgrammeMutation } = programmesApi;
