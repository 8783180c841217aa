import { Link } from 'react-router';
import { useHorsesQuery } from '../../api/horses.ts';
import { useRidersQuery } from '../../api/riders.ts';
import { useSessionPagesInfiniteQuery } from '../../api/sessions.ts';
import { Failed } from '../../api/Failed.tsx';
import { QueryState } from '../../api/QueryState.tsx';
import { pastDate } from '../../app/dates.ts';
import { headingOf } from '../../app/spine.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Page } from '../../ui/Page.tsx';

/** The sessions of the yard, the last first, to look back on and to complete. */
export default function Debriefs() {
  useTitle('Debrief');
  const query = useSessionPagesInfiniteQuery();
  const { data: horses = [] } = useHorsesQuery();
  const { data: riders = [] } = useRidersQuery();
  if (!query.data) return <QueryState query={query} what="sessions" />;
  const sessions = query.data.pages.flat();
  const days = [...new Set(sessions.map((s) => s.date))];
  return (
    <Page title={headingOf('/debrief')} about="What was ridden, day by day">
      <div className="max-w-[1500px] p-5 md:p-7">
        {days.length === 0 && (
          <Empty title="Nothing has been taught yet.">
            <p>After a lesson at the ringside its tries and marks appear here.</p>
            <ButtonLink to="/ringside">Teach a lesson</ButtonLink>
          </Empty>
        )}
        {days.map((date) => (
          <section key={date} className="mb-6">
            <h2 className="mb-1 text-base">{pastDate(date)}</h2>
            <ul className="divide-y divide-line border-y border-line">
              {sessions
                .filter((s) => s.date === date)
                .map((s) => (
                  <li key={s.id}>
                    <Link
                      to={`/debrief/${s.id}`}
                      className="grid grid-cols-[10.5rem_1fr] gap-x-3 px-2 py-2.5 no-underline hover:bg-sand-light sm:grid-cols-[9rem_9rem_1fr_1fr]"
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
        {query.hasNextPage && (
          <Button
            look="quiet"
            disabled={query.isFetchingNextPage}
            onClick={() => void query.fetchNextPage()}
          >
            {query.isFetchingNextPage ? 'Fetching …' : 'Earlier sessions'}
          </Button>
        )}
        <Failed error={query.error} className="mt-2" />
      </div>
    </Page>
  );
}
