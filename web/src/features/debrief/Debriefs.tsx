import { Link } from 'react-router';
import { useHorsesQuery, useRidersQuery, useSessionsQuery } from '../../api/api.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { longDate } from '../../app/dates.ts';
import { useTitle } from '../../app/title.ts';
import { ButtonLink } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Page } from '../../ui/Page.tsx';

/** The last sessions of the yard, to look back on and to complete. */
export default function Debriefs() {
  useTitle('Debrief');
  const sessions = useSessionsQuery({ limit: 60 });
  const { data: horses = [] } = useHorsesQuery();
  const { data: riders = [] } = useRidersQuery();
  if (!sessions.data) return <QueryState query={sessions} what="sessions" />;
  const days = [...new Set(sessions.data.map((s) => s.date))];
  return (
    <Page title="Debrief" about="What was ridden, day by day">
      <div className="max-w-[1500px] p-5 md:p-7">
        {days.length === 0 && (
          <Empty title="Nothing has been taught yet.">
            <p>After a lesson at the ringside its tries and marks appear here.</p>
            <ButtonLink to="/ringside">Teach a lesson</ButtonLink>
          </Empty>
        )}
        {days.map((date) => (
          <section key={date} className="mb-6">
            <h2 className="mb-1 text-base">{longDate(date)}</h2>
            <ul className="divide-y divide-line border-y border-line">
              {sessions
                .data!.filter((s) => s.date === date)
                .map((s) => (
                  <li key={s.id}>
                    <Link
                      to={`/debrief/${s.id}`}
                      className="grid grid-cols-[8rem_1fr] gap-x-4 px-2 py-2.5 no-underline hover:bg-sand-light sm:grid-cols-[9rem_9rem_1fr_1fr]"
                    >
                      <b>{horses.find((h) => h.id === s.horseId)?.name}</b>
                      <span className="text-soft">
                        {riders.find((r) => r.id === s.riderId)?.name ?? ''}
                      </span>
                      <span className="tabular text-soft">
                        {s.minutes === null ? 'not finished' : `${Math.round(s.minutes)} min`} ·{' '}
                        {s.good} of {s.tries} good
                      </span>
                      <span className="truncate font-book text-[14px] text-soft italic">
                        {s.homework}
                      </span>
                    </Link>
                  </li>
                ))}
            </ul>
          </section>
        ))}
      </div>
    </Page>
  );
}
