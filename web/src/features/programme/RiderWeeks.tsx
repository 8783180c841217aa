import { Link, useParams } from 'react-router';
import { cancelledSaid, keyOf, type Occurrence } from '@canter-book/core/calendar/occurrences';
import type { Horse, Rider } from '@canter-book/core/book/records';
import { DAYS } from '@canter-book/core/programme/days';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import { daysLater, mondayOf, weekFrom } from '@canter-book/core/progress/days';
import { useHorsesQuery } from '../../api/horses.ts';
import { useProgrammesQuery } from '../../api/programmes.ts';
import { useRidersQuery } from '../../api/riders.ts';
import { useYard } from '../../api/useYard.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { longDate, shortDate, today } from '../../app/dates.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Page } from '../../ui/Page.tsx';
import { NotFound } from '../../app/NotFound.tsx';
import { calledOf, useTimes, type Times } from '../timetable/useTimes.ts';

/** The next two weeks of a rider: lessons, what the programmes want of the rider’s horses, homework. To be printed. */
export default function RiderWeeks() {
  const { id = '' } = useParams();
  const riders = useRidersQuery();
  const horses = useHorsesQuery();
  const rider = riders.data?.find((r) => r.id === id);
  useTitle(rider ? `The weeks of ${rider.name}` : 'A rider');
  if (!riders.data) return <QueryState query={riders} what="riders" />;
  if (!horses.data) return <QueryState query={horses} what="horses" />;
  if (!rider) return <NotFound />;
  const own = horses.data.filter((h) => h.riderIds.includes(id) && !h.retiredOn);
  return <Weeks rider={rider} horses={own} />;
}

const WEEKS = 2;

function Weeks({ rider, horses }: { rider: Rider; horses: readonly Horse[] }) {
  const first = mondayOf(today());
  const times = useTimes(first, daysLater(first, 7 * WEEKS - 1));
  const { data: programmes = [] } = useProgrammesQuery({});
  const { rows: yard = [] } = useYard(today(), () => horses.map((h) => h.id));
  const homework = horses.flatMap((h) => {
    const given = yard.find((row) => row.horseId === h.id)?.homework;
    return given ? [{ horse: h.name, given }] : [];
  });
  const lessons = (times.occurrences ?? []).filter((o) => o.appointment.riderId === rider.id);
  return (
    <Page
      title={`The weeks of ${rider.name}`}
      about={horses.length > 0 ? `rides ${horses.map((h) => h.name).join(', ')}` : ''}
      actions={
        <>
          <Button look="quiet" onClick={() => window.print()}>
            Print
          </Button>
          <ButtonLink look="quiet" to="/horses">
            To the riders
          </ButtonLink>
        </>
      }
    >
      <div className="max-w-4xl space-y-7 p-5 md:p-7">
        {horses.length === 0 && lessons.length === 0 && (
          <Empty title="Nothing is set for this rider.">
            <p>Name the rider on the page of a horse, or put a lesson into the timetable.</p>
          </Empty>
        )}
        {homework.length > 0 && (
          <section>
            <h2 className="mb-1 text-lg">Homework</h2>
            {homework.map(({ horse, given }) => (
              <p key={horse} className="font-book italic">
                {horse}: {given}
              </p>
            ))}
          </section>
        )}
        {Array.from({ length: WEEKS }, (_, w) => daysLater(first, 7 * w)).map((monday) => (
          <WeekOf key={monday} {...{ monday, lessons, times, horses, programmes }} />
        ))}
        {horses.some((h) => programmes.some((p) => p.horseId === h.id)) && (
          <p className="no-print text-[14px]">
            {horses
              .filter((h) => programmes.some((p) => p.horseId === h.id))
              .map((h) => (
                <Link key={h.id} to={`/horses/${h.id}/programme`} className="mr-4">
                  The weeks of {h.name}
                </Link>
              ))}
          </p>
        )}
      </div>
    </Page>
  );
}

interface WeekOfProps {
  monday: string;
  lessons: readonly Occurrence[];
  times: Times;
  horses: readonly Horse[];
  programmes: readonly ProgrammeRecord[];
}

const WeekOf = ({ monday, lessons, times, horses, programmes }: WeekOfProps) => (
  <section>
    <h2 className="mb-1 text-lg">Week of {shortDate(monday)}</h2>
    <ul>
      {weekFrom(monday).map((day) => (
        <li
          key={day}
          className={`grid min-h-9 gap-x-4 border-b border-dotted border-line py-1.5 text-[15px] sm:grid-cols-[12.5rem_1fr] ${day < today() ? 'text-soft' : ''}`}
        >
          <span className={day === today() ? 'font-bold' : ''}>{longDate(day)}</span>
          <span>
            {lessons
              .filter((o) => o.date === day)
              .map((o) => (
                <span key={keyOf(o)} className="mr-4">
                  <b>{o.start}</b> {calledOf(o, times.names)}, {o.minutes} min
                  {o.arena && `, ${o.arena}`}
                  {o.cancelled !== null && ` (${cancelledSaid(o.cancelled)})`}
                </span>
              ))}
            <span className="text-soft">{wantedOn(day, horses, programmes).join(' · ')}</span>
          </span>
        </li>
      ))}
    </ul>
  </section>
);

/** Days of the programmes of the rider's horses. */
const wantedOn = (
  day: string,
  horses: readonly Horse[],
  programmes: readonly ProgrammeRecord[],
): string[] =>
  horses.flatMap((horse) => {
    const weeks = programmes.find((p) => p.horseId === horse.id)?.plan.weeks ?? [];
    const on = weeks.flatMap((w) => w.days).find((d) => d.date === day);
    return on
      ? [
          `${horse.name}: ${DAYS[on.kind].label.toLowerCase()}${on.minutes > 0 ? ` ${on.minutes} min` : ''}`,
        ]
      : [];
  });
