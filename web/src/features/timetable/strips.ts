import { clashesOf, clashSaid } from '@canter-book/core/calendar/clashes';
import type { Occurrence } from '@canter-book/core/calendar/occurrences';
import { inForce, restrictionSaid } from '@canter-book/core/gaits/restriction';
import type { LessonSummary, SessionSummary } from '@canter-book/core/book/summaries';
import type { YardRow } from '../../api/yard.ts';
import type { StripData } from './DayStrip.tsx';
import { sessionOf, stateOf } from './states.ts';
import { aboutOf, calledOf, type Times } from './useTimes.ts';

interface Known {
  readonly sessions: readonly SessionSummary[];
  readonly lessons: readonly LessonSummary[];
  readonly yard: readonly YardRow[];
  readonly when: { isPast: boolean; now: number | null };
}

/** The strips of a day: each occurrence with all that is known of it. */
export function stripsOf(
  date: string,
  times: Times,
  { sessions, lessons, yard, when }: Known,
): StripData[] {
  const { occurrences, timetable, busy, horses, names } = times;
  const day = (occurrences ?? []).filter((o) => o.date === date);
  return day.map((o): StripData => {
    const { horseId } = o.appointment;
    const session = sessionOf(o, sessions);
    const horse = horses.find((h) => h.id === horseId);
    return {
      o,
      session,
      state: stateOf(o, session, when),
      called: calledOf(o, names),
      about: aboutOf(o, times),
      lesson: lessonFor(o, session, lessons),
      row: yard.find((r) => r.horseId === horseId) ?? null,
      limits: inForce(horse?.limits.dated, date).map(restrictionSaid),
      clashes: clashesOf(o, day, timetable, busy).map((c) => clashSaid(c, names)),
    };
  });
}

/** The lesson that was ridden, the one it was set for, or the horse's newest. */
function lessonFor(
  { appointment }: Occurrence,
  session: SessionSummary | null,
  lessons: readonly LessonSummary[],
): LessonSummary | null {
  const wanted = session ? session.lessonId : appointment.lessonId;
  if (wanted) return lessons.find((l) => l.id === wanted) ?? null;
  if (session || !appointment.horseId) return null;
  return lessons.find((l) => l.horseId === appointment.horseId && !l.template) ?? null;
}
