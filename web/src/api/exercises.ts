import type { OwnExercise } from '@canter-book/core/exercises/exercise';
import { api } from './api.ts';

export const exercisesApi = api.injectEndpoints({
  endpoints: (build) => ({
    ownExercises: build.query<OwnExercise[], void>({
      query: () => 'exercises',
      providesTags: ['Exercise'],
    }),
    saveExercise: build.mutation<OwnExercise, OwnExercise>({
      query: (body) => ({ url: `exercises/${body.id}`, method: 'PUT', body }),
      invalidatesTags: ['Exercise'],
    }),
    removeExercise: build.mutation<void, string>({
      query: (id) => ({ url: `exercises/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Exercise'],
    }),
  }),
});

export const { useOwnExercisesQuery, useSaveExerciseMutation, useRemoveExerciseMutation } =
  exercisesApi;
