import { api } from './api.ts';
import { documents } from './documents.ts';

export const exercisesApi = api.injectEndpoints({
  endpoints(build) {
    return { ownExercises: documents(build, 'exercise').all };
  },
});

export const { useOwnExercisesQuery } = exercisesApi;
