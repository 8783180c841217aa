import type { SessionSummary } from '@canter-book/core/book/summaries';
import { Link, useParams } from 'react-router';
import { dayOf } from '@canter-book/core/progress/days';
import { firstUnconfirmed, standingsOf } from '@canter-book/core/progress/standing';
import { profileOf } from '@canter-book/core/book/profile';
import type { Horse } from '@canter-book/core/book/records';
import { SCALES, SCALE_WORDS } from '@canter-book/core/scales';
import type { Ahead, Opened } from '../../api/ahead.ts';
import { horsesApi, useHorseQuery, useReadingsQuery } from '../../api/horses.ts';
import { ridersApi, useRidersQuery } from '../../api/riders.ts';
import { sessionsApi, useSessionsQuery } from '../../api/sessions.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { ago, pastDate, shortDate, today } from '../../app/dates.ts';
import { useInSteps } from '../../app/useInSteps.ts';
import { useTitle } from '../../app/title.ts';
import { ButtonLink } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Page } from '../../ui/Page.tsx';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { ForATime } from './ForATime.tsx';
import { Events } from './Events.tsx';
import { ScaleStraps } from './ScaleStraps.tsx';
import { Strides } from './Strides.tsx';
import { PlanLink } from '../plan/PlanLink.tsx';

const UNKNOWN = { left: null, right: null };

const latest = (horseId: string) => ({ horseId, limit: 8 });

export const ahead = ({ id }: Opened): Ahead => [
  horsesApi.util.prefetch('horse', id, {}),
  horsesApi.util.prefetch('readings', id, {}),
  sessionsApi.util.prefetch('sessions', latest(id), {}),
  ridersApi.util.prefetch('riders', undefined, {}),
];

export default function HorsePage() {
  const { id = '' } = useParams();
  const query = useHorseQuery(id);
  const marks = useInSteps(useReadingsQuery(id).data);
  const sessions = useSessionsQuery(latest(id));
  const { data: riders = [] } = useRidersQuery();
  useTitle(query.data?.name ?? 'Horse');
  if (!query.data) return <QueryState query={query} what="horse" />;
  const horse = query.data;
  const standings = marks && standingsOf(marks.readings, dayOf(today()));
  const next = standings && firstUnconfirmed(standings);
  const names = horse.riderIds
    .map((r) => riders.find((x) => x.id === r)?.name.split(' ')[0])
    .filter(Boolean);
  return (
    <Page
      title={horse.name}
      about={<About horse={horse} riders={names.join(' and ')} last={sessions.data?.[0]} />}
      actions={<Ways id={id} />}
    >
      <ForATime horse={horse} className="border-b border-line px-5 py-3 md:px-7" />
      <div className="grid lg:grid-cols-[1fr_20rem] 2xl:grid-cols-[1fr_44rem]">
        <section aria-labelledby="stands" className="p-5 md:p-7">
          <h2 id="stands" className="text-lg">
            Where {horse.name} stands
          </h2>
          <p className="mb-5 text-[13px] text-soft">
            Buckle: today’s estimate from all that was seen. Keeper: how sure it is. Notch: four
            weeks ago. Marks 0–10.
          </p>
          {marks?.readings.length === 0 && (
            <div className="mb-6">
              <Empty title="No marks yet.">
                <p>Six marks on each rein at the end of a lesson set the buckles.</p>
                <ButtonLink to={`/ringside?horse=${id}`}>Teach the first lesson</ButtonLink>
              </Empty>
            </div>
          )}
          <Straps standings={standings} />
        </section>
        <aside className="flex flex-col gap-7 border-t border-line bg-page p-5 md:p-6 lg:border-t-0 lg:border-l 2xl:grid 2xl:grid-cols-2 2xl:content-start 2xl:gap-x-10">
          <section>
            <h2 className="mb-2 text-lg">This month’s theme</h2>
            <p className="rounded-lg bg-sand-light p-4 font-book italic">
              {horse.theme || 'None yet: choose one for the next weeks.'}
            </p>
          </section>
          <WorkOnFirst next={next ?? null} hasMarks={marks && marks.readings.length > 0} />
          <Strides horse={horse} />
          <Events horse={horse} />
          <LastSessions sessions={sessions.data ?? []} />
        </aside>
      </div>
    </Page>
  );
}

/** The six scales. Their room is kept, so that what stands below does not jump. */
const Straps = ({ standings }: { standings: ReturnType<typeof standingsOf> | undefined }) => (
  <div className="relative">
    {!standings && (
      <div className="absolute inset-0">
        <Loading what="marks" />
      </div>
    )}
    <div className={`flex flex-col gap-2.5 ${standings ? '' : 'invisible'}`}>
      {SCALES.map((scale) => (
        <ScaleStraps
          key={scale}
          scale={scale}
          words={SCALE_WORDS[scale]}
          standing={standings?.[scale] ?? UNKNOWN}
        />
      ))}
    </div>
  </div>
);

/** Where one can go from here. */
const Ways = ({ id }: { id: string }) => (
  <>
    <ButtonLink look="quiet" to={`/horses/${id}/edit`}>
      Change
    </ButtonLink>
    <ButtonLink look="quiet" to={`/progress/${id}`}>
      Progress
    </ButtonLink>
    <ButtonLink look="quiet" to={`/horses/${id}/programme`}>
      Weeks
    </ButtonLink>
    <ButtonLink look="quiet" to={`/horses/${id}/report`}>
      Report
    </ButtonLink>
    <PlanLink horseId={id}>Propose a lesson</PlanLink>
    <ButtonLink to={`/ringside?horse=${id}`}>Teach</ButtonLink>
  </>
);

interface WorkOnFirstProps {
  next: ReturnType<typeof firstUnconfirmed>;
  /** Undefined while they come. */
  hasMarks: boolean | undefined;
}

const WorkOnFirst = ({ next, hasMarks }: WorkOnFirstProps) => (
  <section>
    <h2 className="mb-2 text-lg">Work on first</h2>
    {next ? (
      <p>
        <b>
          {next.scale[0]!.toUpperCase() + next.scale.slice(1)}, <ReinMark rein={next.rein} word />{' '}
          rein.
        </b>{' '}
        <span className="text-soft">
          {SCALE_WORDS[next.scale]}; now about {next.mean.toFixed(1)}.
        </span>
      </p>
    ) : (
      <p className="text-soft">
        {hasMarks !== undefined &&
          (hasMarks ? 'Every marked scale is confirmed.' : 'It shows after the first marks.')}
      </p>
    )}
  </section>
);

function About({
  horse,
  riders,
  last,
}: {
  horse: Horse;
  riders: string;
  last: SessionSummary | undefined;
}) {
  const { age } = profileOf(horse, today());
  return (
    <>
      <span className="block">
        {[
          horse.kind,
          age !== undefined && `${age} ${age === 1 ? 'year' : 'years'}`,
          `${horse.heightCm} cm`,
          `stage ${horse.stage}`,
          horse.approach.replace('-', ' '),
        ]
          .filter(Boolean)
          .join(' · ')}
      </span>
      <span className="block min-h-[2lh] md:min-h-[1lh]">
        {[
          horse.retiredOn && `retired ${pastDate(horse.retiredOn)}`,
          riders && `ridden by ${riders}`,
          horse.hollowSide && `hollow on the ${horse.hollowSide}`,
          last && `last worked ${ago(last.date)}`,
        ]
          .filter(Boolean)
          .join(' · ')}
      </span>
    </>
  );
}

function LastSessions({ sessions }: { sessions: readonly SessionSummary[] }) {
  return (
    <section>
      <h2 className="mb-2 text-lg">Last sessions</h2>
      {sessions.length === 0 && <p className="text-soft">None yet.</p>}
      <ul>
        {sessions.map((session) => (
          <li key={session.id} className="border-b border-dotted border-line">
            <Link
              to={`/debrief/${session.id}`}
              className="flex justify-between gap-3 py-1.5 no-underline hover:underline"
            >
              <span>{shortDate(session.date)}</span>
              <span className="tabular text-soft">
                {session.minutes !== null ? `${Math.round(session.minutes)} min` : 'open'} ·{' '}
                {session.good} of {session.tries} good
              </span>
            </Link>
          </li>
        ))}
      </ul>
      {sessions[0]?.homework && (
        <>
          <h3 className="mt-5 mb-1 text-base">Homework</h3>
          <p className="font-book italic">{sessions[0].homework}</p>
        </>
      )}
    </section>
  );
}
