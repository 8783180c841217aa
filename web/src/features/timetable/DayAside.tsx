import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { endMin, startMin, type Occurrence } from '@canter-book/core/calendar/occurrences';
import { inForce, restrictionSaid, untilSaid } from '@canter-book/core/gaits/restriction';
import { DAYS } from '@canter-book/core/programme/days';
import { daysLater } from '@canter-book/core/progress/days';
import type { YardRow } from '../../api/yard.ts';
import { ago, byDate } from '../../app/dates.ts';
import { ButtonLink } from '../../ui/Button.tsx';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { PlanLink } from '../plan/PlanLink.tsx';
import type { StripData } from './DayStrip.tsx';
import { isToFinish } from './states.ts';
import { calledOf, type Times } from './useTimes.ts';

interface DayAsideProps {
  date: string;
  strips: readonly StripData[];
  next: StripData | null;
  yard: readonly YardRow[];
  times: Times;
  now: number | null;
}

const MOST_WAITING = 5;
const MOST_GATES = 4;

/** Beside the day: what is next, what is left to finish, who waits, what holds, which gates are near, tomorrow. */
export default function DayAside(props: DayAsideProps) {
  const { date, next, times, now } = props;
  const nameOf = (id: string) => times.names.horse(id);
  const { unfinished, waiting, limits, gates, tomorrow } = lookedUp(props);
  return (
    <aside className="flex flex-col gap-6 border-t border-line bg-page p-5 md:p-6 lg:border-t-0 lg:border-l">
      {next && now !== null && <Next strip={next} now={now} />}
      <Group title="To finish" shown={unfinished.length > 0}>
        {unfinished.map(({ o, called, session }) => (
          <Line
            key={o.appointment.id}
            to={`/debrief/${session!.id}`}
            said={`${called}, marks of ${o.start}`}
          />
        ))}
      </Group>
      <Group title="Waiting longest" shown={waiting.length > 0}>
        {waiting.map((row) => (
          <Waits key={row.horseId} row={row} name={nameOf(row.horseId)} date={date} />
        ))}
      </Group>
      <Group title="Limits in force" shown={limits.length > 0}>
        {limits.map(({ h, limit }) => (
          <Line
            key={h.id + restrictionSaid(limit)}
            to={`/horses/${h.id}/edit`}
            said={`${h.name}: ${restrictionSaid(limit)}`}
            right={untilSaid(limit)}
          />
        ))}
      </Group>
      <Group title="Gates" shown={gates.length > 0}>
        {gates.map(({ horseId, programme }) => (
          <Line
            key={horseId}
            to={`/horses/${horseId}/programme`}
            said={`${nameOf(horseId)}, ${programme!.theme}`}
            right={programme!.gate!.state === 'open' ? '✓ open' : 'nearly open'}
          />
        ))}
      </Group>
      <Group title="Tomorrow" shown>
        <li className="py-1.5 text-[14px] text-soft">
          {tomorrow.length === 0 ? (
            'Nothing is set.'
          ) : (
            <Link to={`/?day=${daysLater(date, 1)}`}>{inBrief(tomorrow, times)}</Link>
          )}
        </li>
      </Group>
    </aside>
  );
}

function lookedUp({ date, strips, yard, times }: DayAsideProps) {
  const here = times.horses.filter((h) => !h.retiredOn);
  const set = new Set(strips.map((s) => s.o.appointment.horseId));
  return {
    unfinished: strips.filter((s) => s.session && isToFinish(s.session)),
    waiting: yard
      .filter((r) => !set.has(r.horseId) && here.some((h) => h.id === r.horseId))
      .sort((a, b) => byDate(a.lastDate, b.lastDate))
      .slice(0, MOST_WAITING),
    limits: here.flatMap((h) => inForce(h.limits.dated, date).map((limit) => ({ h, limit }))),
    gates: yard
      .filter((r) => r.programme?.gate && r.programme.gate.state !== 'not yet')
      .slice(0, MOST_GATES),
    tomorrow: (times.occurrences ?? []).filter(
      (o) => o.date === daysLater(date, 1) && o.cancelled === null,
    ),
  };
}

/** A horse that waits: what its weeks say of today, or what to work on first. */
const Waits = ({ row, name, date }: { row: YardRow; name: string; date: string }) => (
  <Line
    to={`/horses/${row.horseId}`}
    said={
      <>
        {name}
        {row.programme && DAYS[row.programme.kind].ridden === false
          ? `: ${DAYS[row.programme.kind].label.toLowerCase()} today`
          : row.next && (
              <span className="text-soft">
                {' '}
                · {row.next.scale} <ReinMark rein={row.next.rein} />
              </span>
            )}
      </>
    }
    right={row.lastDate ? ago(row.lastDate, date) : 'new'}
  >
    <PlanLink horseId={row.horseId}>Propose</PlanLink>
  </Line>
);

const inBrief = (all: readonly Occurrence[], times: Times): string => {
  const [first] = all;
  const names = all.map((o) => calledOf(o, times.names)).join(', ');
  return `From ${first!.start}: ${names}`;
};

function Next({ strip, now }: { strip: StripData; now: number }) {
  const { o, called, session, lesson } = strip;
  const { horseId, riderId, id } = o.appointment;
  const inMin = startMin(o) - now;
  const when = session
    ? 'under way'
    : inMin > 90
      ? `at ${o.start}`
      : inMin > 0
        ? `in ${inMin} min`
        : inMin === 0
          ? 'now'
          : `since ${o.start}, until ${endMin(o) - now} min from now`;
  const asked = new URLSearchParams({
    horse: horseId!,
    appointment: id,
    ...(riderId && { rider: riderId }),
    ...(lesson && { lesson: lesson.id }),
  });
  return (
    <section aria-label="Next">
      <h2 className="mb-1 text-lg">Next</h2>
      <p>
        <b>
          {called}, {when}.
        </b>{' '}
        {lesson ? `“${lesson.title}” is ready.` : 'There is no plan for it yet.'}
      </p>
      <p className="mt-3 flex flex-wrap gap-2">
        {session ? (
          <ButtonLink className="min-h-12" to={`/ringside/${session.id}`}>
            Go on with the lesson
          </ButtonLink>
        ) : lesson ? (
          <ButtonLink className="min-h-12" to={`/ringside?${asked}`}>
            Take it to the ringside
          </ButtonLink>
        ) : (
          <PlanLink look="main" horseId={horseId!}>
            Propose a lesson
          </PlanLink>
        )}
      </p>
    </section>
  );
}

function Group({ title, shown, children }: { title: string; shown: boolean; children: ReactNode }) {
  if (!shown) return null;
  return (
    <section>
      <h2 className="mb-1 text-lg">{title}</h2>
      <ul>{children}</ul>
    </section>
  );
}

interface LineProps {
  to: string;
  said: ReactNode;
  right?: string;
  children?: ReactNode;
}

const Line = ({ to, said, right, children }: LineProps) => (
  <li className="flex items-center justify-between gap-3 border-b border-dotted border-line py-1.5 text-[14px]">
    <span className="min-w-0">
      <Link to={to} className="no-underline hover:underline">
        {said}
      </Link>
      {right && <span className="block text-[13px] text-soft">{right}</span>}
    </span>
    {children}
  </li>
);
