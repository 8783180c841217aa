import { useNavigate } from 'react-router';
import { profileOf } from '@canter-book/core/book/profile';
import type { Horse, Rider } from '@canter-book/core/book/records';
import { lessonsApi } from '../../api/lessons.ts';
import { problemOf } from '../../api/problem.ts';
import { today } from '../../app/dates.ts';
import { newId } from '../../app/newId.ts';
import { useAppDispatch, useBookStore } from '../../app/store.ts';
import { keptKit } from './kit.ts';
import { begun } from './ringsideSlice.ts';

interface Beginning {
  readonly horse: Horse;
  readonly rider: Rider | null;
  /** Null for a session without a plan. */
  readonly lessonId: string | null;
  /** Begun from the timetable: the book knows what it was for. */
  readonly appointmentId: string | null;
}

/** Begins a lesson and goes to it. What it answers with says why it could not be begun. */
export function useBegin(): (what: Beginning) => Promise<string | null> {
  const dispatch = useAppDispatch();
  const { outbox } = useBookStore();
  const navigate = useNavigate();
  return async ({ horse, rider, lessonId, appointmentId }) => {
    // What was just written at the desk is taught as it was written.
    await outbox.flush();
    const lesson = lessonId
      ? await dispatch(lessonsApi.endpoints.lesson.initiate(lessonId, { forceRefetch: true }))
      : null;
    const kept = lessonId && !lesson?.data ? (await keptKit())?.documents[lessonId] : undefined;
    const document = lesson?.data?.document ?? kept ?? null;
    if (lessonId && !document) return problemOf(lesson?.error).detail;
    const now = new Date();
    const session = {
      id: newId(),
      revision: 0,
      horseId: horse.id,
      riderId: rider?.id ?? null,
      lessonId,
      document,
      date: today(),
      startedAt: now.toISOString(),
      endedAt: null,
      minutes: null,
      notes: '',
      homework: '',
      ...(appointmentId && { appointmentId }),
    };
    dispatch(
      begun({
        session,
        horse: profileOf(horse, today()),
        riderName: rider?.name ?? '',
        clock: { elapsedS: 0, runningSince: null },
        held: 0,
        tries: [],
        seen: [],
        restedAt: now.getTime(),
        marks: {},
        step: 'ride',
      }),
    );
    void navigate(`/ringside/${session.id}`);
    return null;
  };
}
