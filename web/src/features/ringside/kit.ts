import type { LessonSummary } from '@canter-book/core/book/summaries';
import { useEffect, useMemo, useState } from 'react';
import { get, set } from 'idb-keyval';
import type { Exercise } from '@canter-book/core/exercises/exercise';
import type { Lesson } from '@canter-book/core/lesson/document';
import type { Horse, Rider } from '@canter-book/core/book/records';
import { exercisesApi, useOwnExercisesQuery } from '../../api/exercises.ts';
import { horsesApi, useHorsesQuery } from '../../api/horses.ts';
import { lessonsApi, useLessonsQuery, useSheetsQuery } from '../../api/lessons.ts';
import { ridersApi, useRidersQuery } from '../../api/riders.ts';
import type { BookStore } from '../../app/store.ts';

/** Everything needed to begin a lesson, kept on the device for where there is no network. */
export interface Kit {
  readonly horses: readonly Horse[];
  readonly riders: readonly Rider[];
  /** Lessons, and after them the test sheets. */
  readonly lessons: readonly LessonSummary[];
  readonly documents: Readonly<Record<string, Lesson>>;
  /** The instructor's own exercises: what a lesson goes on with may be one of them. */
  readonly own?: readonly Exercise[];
}

const KEY = 'ringside-kit';
/** The newest lessons are kept in full. */
const MOST_LESSONS = 60;
const MOST_SHEETS = 20;

export async function keptKit(): Promise<Kit | undefined> {
  try {
    return await get<Kit>(KEY);
  } catch {
    // A browser without a store keeps nothing.
    return undefined;
  }
}

/** Packs the kit while the server answers; what it cannot fetch stays as it was. */
export async function packKit({ dispatch }: BookStore): Promise<void> {
  const fresh = { forceRefetch: true, subscribe: false } as const;
  const [horses, riders, lessons, sheets, own] = await Promise.all([
    dispatch(horsesApi.endpoints.horses.initiate(undefined, fresh)),
    dispatch(ridersApi.endpoints.riders.initiate(undefined, fresh)),
    dispatch(lessonsApi.endpoints.lessons.initiate({}, fresh)),
    dispatch(lessonsApi.endpoints.sheets.initiate(undefined, fresh)),
    dispatch(exercisesApi.endpoints.ownExercises.initiate(undefined, fresh)),
  ]);
  if (!horses.data || !riders.data || !lessons.data) return;
  const before = await keptKit();
  const revisions = new Map(before?.lessons.map(({ id, revision }) => [id, revision]));
  const documents: Record<string, Lesson> = {};
  const tests = sheets.data ?? [];
  const kept = [...lessons.data.slice(0, MOST_LESSONS), ...tests.slice(0, MOST_SHEETS)];
  for (const { id, revision } of kept) {
    const known = before?.documents[id];
    const asKept = known && revisions.get(id) === revision;
    const lesson = asKept ? null : await dispatch(lessonsApi.endpoints.lesson.initiate(id, fresh));
    const document = lesson?.data?.document ?? known;
    if (document) documents[id] = document;
  }
  const kit: Kit = {
    horses: horses.data,
    riders: riders.data,
    lessons: [...lessons.data, ...tests],
    documents,
    own: own.data?.map((o) => o.exercise) ?? before?.own ?? [],
  };
  // A private window keeps nothing; then a lesson is begun where there is a network.
  await set(KEY, kit).catch(() => {});
}

/** The instructor's own exercises from the book, or from the device when it does not answer. */
export function useOwnKept(): readonly Exercise[] {
  const { data, isError } = useOwnExercisesQuery();
  const [kept, setKept] = useState<readonly Exercise[]>([]);
  useEffect(() => {
    if (isError) void keptKit().then((kit) => setKept(kit?.own ?? []));
  }, [isError]);
  return useMemo(() => data?.map((o) => o.exercise) ?? kept, [data, kept]);
}

/** Horses, riders and lessons from the book, or from the device when it does not answer. */
export function useKit() {
  const horses = useHorsesQuery();
  const lessons = useLessonsQuery({});
  const { data: tests } = useSheetsQuery();
  const riders = useRidersQuery();
  const [kept, setKept] = useState<Kit | null>(null);
  const failed = horses.isError || lessons.isError;
  useEffect(() => {
    if (failed) void keptKit().then((kit) => setKept(kit ?? null));
  }, [failed]);
  const kit =
    horses.data && lessons.data
      ? {
          horses: horses.data,
          lessons: [...lessons.data, ...(tests ?? [])],
          riders: riders.data ?? [],
        }
      : kept;
  return { kit, fromDevice: kit !== null && kit === kept, query: horses.data ? lessons : horses };
}
