import type { LessonSummary, RemovedLesson } from '@canter-book/core/book/summaries';
import type { Lesson } from '@canter-book/core/lesson/document';
import { anyOf, api } from './api.ts';
import { documents } from './documents.ts';

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
  endpoints(build) {
    const { some, one } = documents(build, 'lesson');
    return {
      lessons: some<{ q?: string }, LessonSummary[]>(),
      lesson: { ...one, keepUnusedDataFor: 0 },
      lessonVersions: build.query<LessonVersion[], string>({
        query: (id) => `lessons/${id}/versions`,
      }),
      sheets: build.query<LessonSummary[], void>({
        query: () => ({ url: 'lessons', params: { sheets: 1 } }),
        providesTags: anyOf('Lesson'),
      }),
      removedLessons: build.query<RemovedLesson[], void>({
        query: () => 'lessons/removed',
        providesTags: anyOf('Lesson'),
      }),
    };
  },
});

export const {
  useLessonsQuery,
  useLessonVersionsQuery,
  useLessonQuery,
  useLazyLessonQuery,
  useSheetsQuery,
  useRemovedLessonsQuery,
} = lessonsApi;
