import { lazy, memo, Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { placeOf } from '@canter-book/core/calendar/changes';
import { NO_REASON } from '@canter-book/core/calendar/occurrences';
import type { Horse } from '@canter-book/core/book/records';
import { useHorsesQuery } from '../../api/horses.ts';
import type { Ahead } from '../../api/ahead.ts';
import { lessonsApi, useLessonsQuery } from '../../api/lessons.ts';
import { sessionsApi, useSessionsQuery } from '../../api/sessions.ts';
import { useYard } from '../../api/useYard.ts';
import { yardApi, type YardRow } from '../../api/yard.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { today } from '../../app/dates.ts';
import { useInSteps } from '../../app/useInSteps.ts';
import { Loading } from '../../ui/Loading.tsx';
import type { Asked } from '../timetable/appointmentDraft.ts';
import { DaySheet, type DayActs } from '../timetable/DaySheet.tsx';
import { nextOf } from '../timetable/states.ts';
import { stripsOf } from '../timetable/strips.ts';
import { useChange } from '../timetable/useChange.ts';
import { useNow } from '../timetable/useNow.ts';
import type { Times } from '../timetable/useTimes.ts';
import { InOrder } from './InOrder.tsx';
import { longestWaiting } from './waiting.ts';

/** Of a school so many of those that wait are looked up, beside those of the day. */
const MOST_BESIDE = 20;

/** Sessions of a day and those after it. */
const MOST_RIDDEN = 60;

const NONE: readonly never[] = [];

// What a first look does not need comes when it is asked for.
const DayAside = lazy(() => import('../timetable/DayAside.tsx'));

interface DayPageProps {
  date: string;
  /** Nothing until all of it is known. */
  times: Times | undefined;
  horses: readonly Horse[] | undefined;
  onAsk(asked: Asked): void;
}

const ridden = (date: string) => ({ since: date, limit: MOST_RIDDEN });

/** The queries of a day, beside its times. */
export const dayAhead = (date: string): Ahead => [
  yardApi.util.prefetch('yard', date, {}),
  lessonsApi.util.prefetch('lessons', {}, {}),
  sessionsApi.util.prefetch('sessions', ridden(date), {}),
];

/** One day: its lessons at their hours; without any, the horses in the order in which they wait. */
export const DayPage = memo(function DayPage({ date, times, horses, onAsk }: DayPageProps) {
  const horsesQuery = useHorsesQuery();
  const known = useYard(date, (worked) => [
    ...(times?.occurrences ?? []).flatMap((o) => o.appointment.horseId ?? []),
    ...longestWaiting(worked, times?.horses ?? []).slice(0, MOST_BESIDE),
  ]);
  const yard = useInSteps(known.rows);
  const minute = useNow();
  const [shownAt] = useState(() => performance.now());
  const change = useChange();
  const now = date === today() ? minute : null;
  const strips = useStrips(date, times, yard ?? NONE, now);
  const next = nextOf(strips, now);
  const acts = useMemo<DayActs>(
    () => ({
      onOpen: ({ o }) => onAsk({ kind: 'change', of: o }),
      onMove: ({ o, called }, start) =>
        void change.moveOnce(o, { ...placeOf(o), start }, `${called}: ${start} on this day.`),
      onCancel: ({ o, called }) => void change.cancelOnce(o, called, NO_REASON),
      onHold: ({ o }) => void change.hold(o),
      onNew: (start) => onAsk({ kind: 'new', with: { date, start } }),
    }),
    [change, onAsk, date],
  );
  // All of the day comes at once: what is drawn stays where it is.
  if (!times) return <Loading what="day" />;
  if (strips.length === 0 || times.failed) {
    return (
      <div className="max-w-[1800px] p-5 md:p-7">
        {!times.failed && <NothingScheduled />}
        <InOrder date={date} horses={horses} yard={yard && { ...known, rows: yard }}>
          <QueryState query={horses ? known.query : horsesQuery} what="yard" />
        </InOrder>
      </div>
    );
  }
  return (
    <div className="grid lg:grid-cols-[minmax(0,1fr)_20rem]">
      <div className="px-5 py-5 md:px-7">
        <DaySheet strips={strips} now={now} next={next} shownAt={shownAt} acts={acts} />
      </div>
      <Suspense>
        <DayAside
          date={date}
          strips={strips}
          next={next}
          yard={yard ?? NONE}
          times={times}
          now={now}
        />
      </Suspense>
    </div>
  );
});

const NothingScheduled = () => (
  <p className="mb-5 max-w-3xl rounded-lg border border-dashed border-line bg-page px-4 py-3 text-soft">
    Nothing is scheduled for this day. <b className="text-ink">New</b> puts a lesson in, once or
    every week; <Link to="/timetable">arenas, hours and calendars</Link> are set up once.
  </p>
);

/** The lessons of the day with what the book knows of each. */
function useStrips(
  date: string,
  times: Times | undefined,
  yard: readonly YardRow[],
  now: number | null,
) {
  const { data: lessons = NONE } = useLessonsQuery({});
  const { data: sessions = NONE } = useSessionsQuery(ridden(date));
  const isPast = date < today();
  return useMemo(
    () =>
      times ? stripsOf(date, times, { sessions, lessons, yard, when: { isPast, now } }) : NONE,
    [date, times, sessions, lessons, yard, isPast, now],
  );
}
