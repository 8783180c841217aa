import { api } from './api.ts';
import { documents } from './documents.ts';

export const exercisesApi = api.injectEndpoints({
  endpoints(build) {
    const { all, save, remove } = documents(build, 'exercise');
    return { ownExercises: all, saveExercise: save, removeExercise: remove };
  },
});

export const { useOwnExercisesQuery, useSaveExerciseMutation, useRemoveExerciseMutation } =
  exercisesApi;
