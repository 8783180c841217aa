import { lazy, Suspense, useState, type ReactNode } from 'react';
import { Link, useSearchParams } from 'react-router';
import { placeOf } from '@canter-book/core/calendar/changes';
import type { Horse } from '@canter-book/core/observations/records';
import { daysLater, mondayOf } from '@canter-book/core/progress/days';
import { SCALE_WORDS } from '@canter-book/core/observations/scales';
import {
  useHealthQuery,
  useHorsesQuery,
  useLessonsQuery,
  useSessionsQuery,
  useYardQuery,
  type LessonSummary,
  type YardRow,
} from '../../api/api.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { ago, byDate, longDate, shortDate, today } from '../../app/dates.ts';
import { useInSteps } from '../../app/useInSteps.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { OneOf } from '../../ui/Choose.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { TextInput } from '../../ui/Field.tsx';
import { Page } from '../../ui/Page.tsx';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { Rows } from '../../ui/Rows.tsx';
import { Strap } from '../../ui/Strap.tsx';
import { LazyLessonMini } from '../arena/LazyLessonMini.tsx';
import { PlanLink } from '../plan/PlanLink.tsx';
import type { Asked } from '../timetable/AppointmentForm.tsx';
import { DaySheet } from '../timetable/DaySheet.tsx';
import { nextOf } from '../timetable/states.ts';
import { stripsOf } from '../timetable/strips.ts';
import { useChange } from '../timetable/useChange.ts';
import { useNow } from '../timetable/useNow.ts';
import { useTimes, type Times } from '../timetable/useTimes.ts';
import { WeekStrip } from '../timetable/WeekStrip.tsx';

/** From so many horses on one looks for a name. */
const SEARCHED_FROM = 12;

const VIEWS = ['day', 'week', 'month'] as const;
type View = (typeof VIEWS)[number];
const isDay = (text: string | null): text is string => !!text && !Number.isNaN(Date.parse(text));

// What a first look does not need comes when it is asked for.
const DayAside = lazy(() => import('../timetable/DayAside.tsx'));
const WeekView = lazy(() => import('../timetable/WeekView.tsx'));
const MonthView = lazy(() => import('../timetable/MonthView.tsx'));
const AppointmentForm = lazy(() =>
  import('../timetable/AppointmentForm.tsx').then((m) => ({ default: m.AppointmentForm })),
);

/** The day’s sheet: the lessons at their hours, what is next, and which horses wait. */
export default function Today() {
  useTitle('Today');
  const [search, setSearch] = useSearchParams();
  const [asked, setAsked] = useState<Asked | null>(null);
  const now = today();
  const wanted = search.get('day');
  const date = isDay(wanted) ? wanted : now;
  const view = VIEWS.find((v) => v === search.get('view')) ?? 'day';
  const horsesQuery = useHorsesQuery();
  const horses = useInSteps(horsesQuery.data)?.filter((h) => !h.retiredOn);
  const times = useTimes(...spanShown(view, date));
  const health = useHealthQuery();
  const go = (to: { day?: string; view?: View }) => {
    const { day = date, view: shown = view } = to;
    setSearch({
      ...(day !== now && { day }),
      ...(shown !== 'day' && { view: shown }),
    });
  };
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
          <>
            <OneOf
              label="Show"
              quiet
              all={VIEWS}
              chosen={view}
              onChange={(to) => go({ view: to })}
            />
            <Button onClick={() => setAsked({ kind: 'new', with: { date } })}>New</Button>
          </>
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
          {view === 'day' ? (
            <DayPage key={date} date={date} times={times} horses={horses} onAsk={setAsked} />
          ) : view === 'week' ? (
            <WeekView
              date={date}
              times={times}
              onAsk={setAsked}
              onDay={(day) => go({ day, view: 'day' })}
            />
          ) : (
            <MonthView
              date={date}
              times={times}
              onDay={(day) => go({ day, view: 'day' })}
              onMonth={(day) => go({ day })}
            />
          )}
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

/** Who teaches where nobody else does. */
const onlyOne = (names: readonly string[]): string => (names.length === 1 ? names[0]! : '');

const BackToToday = ({ onGo }: { onGo(): void }) => (
  <button type="button" className="min-h-9 underline" onClick={onGo}>
    back to today
  </button>
);

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

const MONTH = new Intl.DateTimeFormat('en-GB', { month: 'long', year: 'numeric', timeZone: 'UTC' });
const monthSaid = (date: string): string => MONTH.format(new Date(`${date}T00:00:00Z`));

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
      {' '}
      · {held.length === 1 ? 'one lesson' : `${held.length} lessons`}, {long} in the saddle
    </>
  );
}

interface DayPageProps {
  date: string;
  times: Times;
  horses: readonly Horse[] | undefined;
  onAsk(asked: Asked): void;
}

/** One day: its lessons at their hours; without any, the horses in the order in which they wait. */
function DayPage({ date, times, horses, onAsk }: DayPageProps) {
  const horsesQuery = useHorsesQuery();
  const yardQuery = useYardQuery(date);
  const yard = useInSteps(yardQuery.data);
  const { data: lessons = [] } = useLessonsQuery({});
  const { data: sessions = [] } = useSessionsQuery({ since: date, limit: 60 });
  const minute = useNow();
  const change = useChange();
  const now = date === today() ? minute : null;
  const isPast = date < today();
  const strips = stripsOf(date, times, {
    sessions,
    lessons,
    yard: yard ?? [],
    when: { isPast, now },
  });
  const next = nextOf(strips, now);
  const isEmpty = times.occurrences?.length !== undefined && strips.length === 0;
  if (isEmpty || times.failed) {
    return (
      <div className="max-w-[1800px] p-5 md:p-7">
        {!times.failed && (
          <p className="mb-5 max-w-3xl rounded-lg border border-dashed border-line bg-page px-4 py-3 text-soft">
            Nothing stands in the timetable for this day. <b className="text-ink">New</b> puts a
            lesson in, once or every week; <Link to="/timetable">arenas, hours and calendars</Link>{' '}
            are set up once.
          </p>
        )}
        <InOrder horses={horses} yard={yard}>
          <QueryState query={horses ? yardQuery : horsesQuery} what="yard" />
        </InOrder>
      </div>
    );
  }
  return (
    <div className="grid lg:grid-cols-[minmax(0,1fr)_20rem]">
      <div className="px-5 py-5 md:px-7">
        <DaySheet
          strips={strips}
          now={now}
          next={next}
          onOpen={({ o }) => onAsk({ kind: 'change', of: o })}
          onMove={({ o, called }, start) =>
            void change.moveOnce(o, { ...placeOf(o), start }, `${called}: ${start} on this day.`)
          }
          onNew={(start) => onAsk({ kind: 'new', with: { date, start } })}
        />
      </div>
      <Suspense>
        <DayAside
          date={date}
          strips={strips}
          next={next}
          yard={yard ?? []}
          times={times}
          now={now}
        />
      </Suspense>
    </div>
  );
}

interface InOrderProps {
  horses: readonly Horse[] | undefined;
  yard: readonly YardRow[] | undefined;
  /** What stands here until both are known. */
  children: ReactNode;
}

/** The horses in the order in which they wait. */
function InOrder({ horses = [], yard, children }: InOrderProps) {
  const { data: lessons = [] } = useLessonsQuery({});
  const [name, setName] = useState('');
  const nameOf = new Map(horses.map((h) => [h.id, h.name]));
  const wanted = name.trim().toLowerCase();
  const rows = (yard ?? [])
    .filter((row) => nameOf.get(row.horseId)?.toLowerCase().includes(wanted))
    .sort(longestWaiting);
  return (
    <>
      <div className="mb-4 flex flex-wrap items-end justify-between gap-4">
        <p className="max-w-2xl text-soft">
          The horse that has waited longest stands first. Beside it: what to work on first, and its
          last lesson.
        </p>
        {nameOf.size >= SEARCHED_FROM && (
          <div className="w-72 max-w-full">
            <TextInput
              type="search"
              aria-label="Find a horse"
              placeholder={`Find one of ${nameOf.size} horses`}
              value={name}
              onChange={(e) => setName(e.target.value)}
            />
          </div>
        )}
      </div>
      {yard && horses.length > 0 ? (
        <Rows
          items={rows}
          keyOf={(row) => row.horseId}
          height={104}
          render={(row) => (
            <Waiting
              row={row}
              name={nameOf.get(row.horseId)!}
              lesson={lessons.find((l) => l.horseId === row.horseId) ?? null}
            />
          )}
        />
      ) : (
        children
      )}
      {wanted !== '' && rows.length === 0 && (
        <p className="py-6 text-soft">No horse of that name.</p>
      )}
    </>
  );
}

/** The longest rest first; a horse that was never worked is nobody’s oversight, and comes last. */
const longestWaiting = (a: YardRow, b: YardRow): number => byDate(a.lastDate, b.lastDate);

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

interface WaitingProps {
  row: YardRow;
  name: string;
  lesson: LessonSummary | null;
}

function Waiting({ row, name, lesson }: WaitingProps) {
  return (
    <div className="grid grid-cols-1 items-center gap-x-6 gap-y-2 py-3 md:grid-cols-[9.5rem_minmax(0,1fr)_auto] xl:grid-cols-[10rem_minmax(0,1fr)_11rem_auto] 2xl:grid-cols-[13rem_minmax(0,1fr)_16rem_auto]">
      <div>
        <Link
          to={`/horses/${row.horseId}`}
          className="font-book text-xl font-semibold no-underline hover:underline"
        >
          {name}
        </Link>
        <p className="text-[13px] text-soft">
          {row.lastDate ? `worked ${ago(row.lastDate)}` : 'not worked yet'}
          {row.lastMinutes !== null && `, ${Math.round(row.lastMinutes)} min`}
        </p>
      </div>
      <Aim row={row} />
      {lesson ? (
        <Link
          to={`/desk/${lesson.id}`}
          title={lesson.title}
          className="hidden rounded-md border border-line p-1 no-underline hover:border-leather xl:block"
        >
          <LazyLessonMini lessonId={lesson.id} title={lesson.title} />
          <span className="block truncate text-[12.5px] text-soft">{lesson.title}</span>
        </Link>
      ) : (
        <span className="hidden xl:block" />
      )}
      <div className="flex gap-2">
        <ButtonLink look="quiet" to={`/desk?horse=${row.horseId}`}>
          Lessons
        </ButtonLink>
        <PlanLink horseId={row.horseId}>Propose</PlanLink>
        <ButtonLink to={`/ringside?horse=${row.horseId}`}>Teach</ButtonLink>
      </div>
    </div>
  );
}

/** What to work on first, on its straps. */
function Aim({ row }: { row: YardRow }) {
  const { next, standings, homework } = row;
  const known = Object.values(standings).some((s) => s.left ?? s.right);
  if (!next) {
    return (
      <p className="text-soft">
        {known
          ? 'Every scale that was marked is confirmed.'
          : 'No marks yet: they come from the first lesson.'}
      </p>
    );
  }
  return (
    <div className="grid grid-cols-[8.5rem_minmax(0,1fr)] items-center gap-x-4">
      <div aria-hidden>
        {(['left', 'right'] as const).map((rein) => {
          const s = standings[next.scale][rein];
          return (
            <Strap
              key={rein}
              side={rein}
              value={s?.mean ?? null}
              spread={s?.sd ?? 0}
              notch={s?.monthAgo ?? null}
              label=""
            />
          );
        })}
      </div>
      <div>
        <p>
          <b>
            {next.scale[0]!.toUpperCase() + next.scale.slice(1)}, <ReinMark rein={next.rein} word />{' '}
            rein
          </b>{' '}
          <span className="tabular font-mono text-[14px]">{next.mean.toFixed(1)}</span>
          <span className="text-soft"> · {SCALE_WORDS[next.scale]}</span>
        </p>
        {homework && <p className="font-book text-[14px] text-soft italic">{homework}</p>}
      </div>
    </div>
  );
}
