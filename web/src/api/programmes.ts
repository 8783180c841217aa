import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import { anyOf, api, put, saved } from './api.ts';

export const programmesApi = api.injectEndpoints({
  endpoints: (build) => ({
    programmes: build.query<ProgrammeRecord[], { horseId?: string; ended?: 1 }>({
      query: (params) => ({ url: 'programmes', params }),
      providesTags: anyOf('Programme'),
    }),
    saveProgramme: build.mutation<ProgrammeRecord, ProgrammeRecord>({
      ...put<ProgrammeRecord>('programmes'),
      invalidatesTags: saved('Programme'),
    }),
  }),
});

export const { useProgrammesQuery, useSaveProgrammeMutation } = programmesApi;
