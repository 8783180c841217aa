import type { LessonSummary } from '@canter-book/core/book/summaries';
import { REINS } from '@canter-book/core/arena/rein';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { Horse } from '@canter-book/core/book/records';
import { SCALE_WORDS } from '@canter-book/core/scales';
import { useLessonsQuery } from '../../api/lessons.ts';
import { useYardOfQuery, type LastWorked, type YardRow } from '../../api/yard.ts';
import type { Yard } from '../../api/useYard.ts';
import { ago } from '../../app/dates.ts';
import { ButtonLink } from '../../ui/Button.tsx';
import { TextInput } from '../../ui/Field.tsx';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { Rows } from '../../ui/Rows.tsx';
import { Strap } from '../../ui/Strap.tsx';
import { LazyLessonMini } from '../arena/LazyLessonMini.tsx';
import { PlanLink } from '../plan/PlanLink.tsx';
import { longestWaiting } from './waiting.ts';

/** From so many horses on one looks for a name. */
const SEARCHED_FROM = 12;

/** Of a school rows are fetched as they come into sight, so many at a time. */
const AT_A_TIME = 20;

interface InOrderProps {
  date: string;
  horses: readonly Horse[] | undefined;
  yard: Yard | undefined;
  /** Shown until both are known. */
  children: ReactNode;
}

/** The horses in the order in which they wait. */
export function InOrder({ date, horses = [], yard, children }: InOrderProps) {
  const { data: lessons = [] } = useLessonsQuery({});
  const [name, setName] = useState('');
  const nameOf = new Map(horses.map((h) => [h.id, h.name]));
  const wanted = name.trim().toLowerCase();
  const found = horses.filter((h) => h.name.toLowerCase().includes(wanted));
  const ids = longestWaiting(yard?.worked ?? [], found);
  const worked = new Map(yard?.worked?.map((row) => [row.horseId, row]));
  const rowOf = new Map(yard?.rows?.map((row) => [row.horseId, row]));
  const rows = ids.map((id, i) => ({
    id,
    // Those it is fetched with.
    among: yard?.isSchool ? ids.slice(i - (i % AT_A_TIME), i - (i % AT_A_TIME) + AT_A_TIME) : null,
  }));
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
          keyOf={(row) => row.id}
          height={104}
          render={({ id, among }) => {
            const own = {
              worked: worked.get(id) ?? { horseId: id, lastDate: null, lastMinutes: null },
              name: nameOf.get(id)!,
              lesson: lessons.find((l) => l.horseId === id) ?? null,
            };
            return among ? (
              <WaitingAmong {...own} date={date} among={among} />
            ) : (
              <Waiting {...own} row={rowOf.get(id)} />
            );
          }}
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

interface OwnProps {
  worked: LastWorked;
  name: string;
  lesson: LessonSummary | null;
}

/** Fetched with its neighbours when it comes into sight. */
function WaitingAmong({
  date,
  among,
  ...own
}: OwnProps & { date: string; among: readonly string[] }) {
  const { data } = useYardOfQuery({ date, horses: among });
  return <Waiting {...own} row={data?.find((r) => r.horseId === own.worked.horseId)} />;
}

function Waiting({ worked, name, lesson, row }: OwnProps & { row: YardRow | undefined }) {
  const { horseId, lastDate, lastMinutes } = worked;
  return (
    <div className="grid grid-cols-1 items-center gap-x-6 gap-y-2 py-3 md:grid-cols-[9.5rem_minmax(0,1fr)_auto] xl:grid-cols-[10rem_minmax(0,1fr)_11rem_auto] 2xl:grid-cols-[13rem_minmax(0,1fr)_16rem_auto]">
      <div>
        <Link
          to={`/horses/${horseId}`}
          className="font-book text-xl font-semibold no-underline hover:underline"
        >
          {name}
        </Link>
        <p className="text-[13px] text-soft">
          {lastDate ? `worked ${ago(lastDate)}` : 'not worked yet'}
          {lastMinutes !== null && `, ${Math.round(lastMinutes)} min`}
        </p>
      </div>
      {row ? <Aim row={row} /> : <p className="text-soft">…</p>}
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
        <ButtonLink look="quiet" to={`/desk?horse=${horseId}`}>
          Lessons
        </ButtonLink>
        <PlanLink horseId={horseId}>Propose</PlanLink>
        <ButtonLink to={`/ringside?horse=${horseId}`}>Teach</ButtonLink>
      </div>
    </div>
  );
}

/** The aim for a horse, on its straps. */
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
        {REINS.map((rein) => {
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
