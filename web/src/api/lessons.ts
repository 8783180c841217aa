import type { LessonSummary, RemovedLesson } from '@canter-book/core/book/summaries';
import type { LessonRecord } from '@canter-book/core/book/records';
import type { Lesson } from '@canter-book/core/lesson/document';
import { anyOf, api, byId, put, saved } from './api.ts';

/** A lesson as it was at the end of a sitting. */
export interface LessonVersion {
  revision: number;
  savedAt: string;
  title: string;
  document: Lesson;
  /** Null: the owner. */
  by: string | null;
}

export const lessonsApi = api.injectEndpoints({
  endpoints: (build) => ({
    lessons: build.query<LessonSummary[], { q?: string }>({
      query: (params) => ({ url: 'lessons', params }),
      providesTags: anyOf('Lesson'),
    }),
    lessonVersions: build.query<LessonVersion[], string>({
      query: (id) => `lessons/${id}/versions`,
    }),
    lesson: build.query<LessonRecord, string>({
      query: (id) => `lessons/${id}`,
      providesTags: byId('OpenLesson'),
      keepUnusedDataFor: 0,
    }),
    saveLesson: build.mutation<LessonRecord, LessonRecord>({
      ...put<LessonRecord>('lessons'),
      invalidatesTags: saved('Lesson'),
    }),
    sheets: build.query<LessonSummary[], void>({
      query: () => ({ url: 'lessons', params: { sheets: 1 } }),
      providesTags: anyOf('Lesson'),
    }),
    removedLessons: build.query<RemovedLesson[], void>({
      query: () => 'lessons/removed',
      providesTags: anyOf('Lesson'),
    }),
  }),
});

export const {
  useLessonsQuery,
  useLessonVersionsQuery,
  useLessonQuery,
  useLazyLessonQuery,
  useSaveLessonMutation,
  useSheetsQuery,
  useRemovedLessonsQuery,
} = lessonsApi;
