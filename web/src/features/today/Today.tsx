import { lazy, Suspense, useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { Horse } from '@canter-book/core/book/records';
import { monthSaid } from '@canter-book/core/daysSaid';
import { daysLater, mondayOf } from '@canter-book/core/progress/days';
import type { Ahead, Opened } from '../../api/ahead.ts';
import { useHorsesQuery } from '../../api/horses.ts';
import { useHealthQuery } from '../../api/yard.ts';
import { longDate, shortDate, today } from '../../app/dates.ts';
import { useInSteps } from '../../app/useInSteps.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { OneOf } from '../../ui/Choose.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Page } from '../../ui/Page.tsx';
import { Strap } from '../../ui/Strap.tsx';
import type { Asked } from '../timetable/appointmentDraft.ts';
import { timesAhead, useTimes, type Times } from '../timetable/useTimes.ts';
import { WeekStrip } from '../timetable/WeekStrip.tsx';
import { dayAhead, DayPage } from './DayPage.tsx';

const VIEWS = ['day', 'week', 'month'] as const;
type View = (typeof VIEWS)[number];
const isDay = (text: string | null): text is string => !!text && !Number.isNaN(Date.parse(text));

// What a first look does not need comes when it is asked for.
const WeekView = lazy(() => import('../timetable/WeekView.tsx'));
const MonthView = lazy(() => import('../timetable/MonthView.tsx'));
const AppointmentForm = lazy(() =>
  import('../timetable/AppointmentForm.tsx').then((m) => ({ default: m.AppointmentForm })),
);

export function ahead({ search }: Opened): Ahead {
  const { date, view } = shownAt(search);
  return [...timesAhead(...spanShown(view, date)), ...(view === 'day' ? dayAhead(date) : [])];
}

/** The day’s sheet: the lessons at their hours, what is next, and which horses wait. */
export default function Today() {
  useTitle('Today');
  const { date, view, go } = useShown();
  const [asked, setAsked] = useState<Asked | null>(null);
  const now = today();
  const horsesQuery = useHorsesQuery();
  const allHorses = useInSteps(horsesQuery.data);
  const horses = useMemo(() => allHorses?.filter((h) => !h.retiredOn), [allHorses]);
  const times = useTimes(...spanShown(view, date));
  const inSteps = useInSteps(times.occurrences || times.failed ? times : undefined);
  const health = useHealthQuery();
  const isNew = horses?.length === 0;
  return (
    <Page
      title={titleOf(view, date)}
      about={
        <>
          {date === now ? 'Today' : <BackToToday onGo={() => go({ day: now })} />}
          {health.data?.demo ? ` · ${health.data.demo} (demo)` : ''}
          {!isNew && view === 'day' && <DaySummary times={times} date={date} />}
        </>
      }
      actions={
        !isNew && (
          <Ways
            view={view}
            onView={(to) => go({ view: to })}
            onNew={() => setAsked({ kind: 'new', with: { date } })}
          />
        )
      }
    >
      {!isNew && view !== 'month' && (
        <WeekStrip date={date} onGo={(day) => go({ day })} times={times} />
      )}
      {isNew ? (
        <div className="max-w-[1800px] p-5 md:p-7">
          <FirstPage />
        </div>
      ) : (
        <Suspense fallback={<Loading what="timetable" />}>
          <Shown {...{ view, date, times, inSteps, horses, go }} onAsk={setAsked} />
        </Suspense>
      )}
      {asked && (
        <Suspense>
          <AppointmentForm
            asked={asked}
            instructor={onlyOne(times.timetable.instructors)}
            onClose={() => setAsked(null)}
          />
        </Suspense>
      )}
    </Page>
  );
}

interface WaysProps {
  view: View;
  onView(view: View): void;
  onNew(): void;
}

const Ways = ({ view, onView, onNew }: WaysProps) => (
  <>
    <OneOf label="Show" quiet all={VIEWS} chosen={view} onChange={onView} />
    <Button onClick={onNew}>New</Button>
  </>
);

interface ShownProps {
  view: View;
  date: string;
  times: Times;
  /** The same, nothing before all of it is there. */
  inSteps: Times | undefined;
  horses: readonly Horse[] | undefined;
  go(to: { day?: string; view?: View }): void;
  onAsk(asked: Asked): void;
}

function Shown({ view, date, times, inSteps, horses, go, onAsk }: ShownProps) {
  const onDay = (day: string) => go({ day, view: 'day' });
  if (view === 'day')
    return <DayPage key={date} date={date} times={inSteps} horses={horses} onAsk={onAsk} />;
  if (view === 'week') return <WeekView {...{ date, times, onAsk, onDay }} />;
  return <MonthView {...{ date, times, onDay }} onMonth={(day) => go({ day })} />;
}

/** Who teaches where nobody else does. */
const onlyOne = (names: readonly string[]): string => (names.length === 1 ? names[0]! : '');

const BackToToday = ({ onGo }: { onGo(): void }) => (
  <button type="button" className="min-h-9 underline" onClick={onGo}>
    back to today
  </button>
);

/** The day and the view of the address, and how to go to another. */
function useShown() {
  const [search, setSearch] = useSearchParams();
  const { date, view } = shownAt(search);
  const go = (to: { day?: string; view?: View }) => {
    const { day = date, view: shown = view } = to;
    setSearch({
      ...(day !== today() && { day }),
      ...(shown !== 'day' && { view: shown }),
    });
  };
  return { date, view, go };
}

/** The day and the view in the address. */
function shownAt(search: URLSearchParams): { date: string; view: View } {
  const wanted = search.get('day');
  return {
    date: isDay(wanted) ? wanted : today(),
    view: VIEWS.find((v) => v === search.get('view')) ?? 'day',
  };
}

/** The days whose appointments are looked up: the week, with a day before and after it; or the weeks of the month. */
function spanShown(view: View, date: string): [string, string] {
  if (view === 'month') {
    const first = mondayOf(`${date.slice(0, 7)}-01`);
    return [first, daysLater(first, 41)];
  }
  const monday = mondayOf(date);
  return [daysLater(monday, -1), daysLater(monday, 8)];
}

const titleOf = (view: View, date: string): string =>
  view === 'month'
    ? monthSaid(date)
    : view === 'week'
      ? `Week of ${shortDate(mondayOf(date))}`
      : longDate(date);

/** "five lessons, 3 h 20 in the saddle". */
function DaySummary({ times, date }: { times: Times; date: string }) {
  const held = (times.occurrences ?? []).filter(
    (o) => o.date === date && o.cancelled === null && o.appointment.horseId,
  );
  if (held.length === 0) return null;
  const minutes = held.reduce((sum, o) => sum + o.minutes, 0);
  const [h, m] = [Math.floor(minutes / 60), minutes % 60];
  const long = [h > 0 && `${h} h`, m > 0 && `${m} min`].filter(Boolean).join(' ');
  return (
    <>
      {' · '}
      <span className="inline-block">
        {held.length === 1 ? 'one lesson' : `${held.length} lessons`}, {long} in the saddle
      </span>
    </>
  );
}

/** An empty book: what to do first, and what comes of it. */
function FirstPage() {
  return (
    <div className="grid items-center gap-8 lg:grid-cols-[1fr_24rem]">
      <Empty title="The book is empty.">
        <p>
          Begin with a horse: its name, height and stage. Its strides and limits follow from them.
        </p>
        <ButtonLink to="/horses/new">Enter the first horse</ButtonLink>
        <p>
          <Link to="/help">How a first lesson goes</Link>
        </p>
      </Empty>
      <figure aria-hidden className="hidden lg:block">
        <Strap side="left" value={5.5} spread={0.8} notch={4.6} label="" />
        <Strap side="right" value={6.4} spread={0.6} notch={5.9} label="" />
        <figcaption className="mt-2 font-book text-[14px] text-soft italic">
          Each scale of training becomes a pair of straps, one per rein: the buckle is today’s
          estimate, the notch where it was a month ago.
        </figcaption>
      </figure>
    </div>
  );
}
