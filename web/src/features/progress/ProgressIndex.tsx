import { Link } from 'react-router';
import { useHorsesQuery, useYardQuery } from '../../api/api.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { today } from '../../app/dates.ts';
import { useTitle } from '../../app/title.ts';
import { ButtonLink } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Page } from '../../ui/Page.tsx';
import { ReinMark } from '../../ui/ReinMark.tsx';

/** Choose the horse whose progress is asked for. */
export default function ProgressIndex() {
  useTitle('Progress');
  const horses = useHorsesQuery();
  const { data: yard = [] } = useYardQuery(today());
  if (!horses.data) return <QueryState query={horses} what="horses" />;
  return (
    <Page title="Progress" about="Marks over time, on each rein">
      <div className="max-w-3xl p-5 md:p-7">
        {horses.data.length === 0 ? (
          <Empty title="No horse in the book yet.">
            <ButtonLink to="/horses/new">Enter the first horse</ButtonLink>
          </Empty>
        ) : (
          <ul className="divide-y divide-line border-y border-line">
            {horses.data.map((horse) => {
              const next = yard.find((y) => y.horseId === horse.id)?.next;
              return (
                <li key={horse.id}>
                  <Link
                    to={`/progress/${horse.id}`}
                    className="flex flex-wrap items-baseline gap-x-5 px-2 py-4 no-underline hover:bg-sand-light"
                  >
                    <span className="w-36 font-book text-xl font-semibold">{horse.name}</span>
                    <span className="text-soft">
                      {next ? (
                        <>
                          waits for {next.scale} on the <ReinMark rein={next.rein} word /> rein,{' '}
                          {next.mean.toFixed(1)}
                        </>
                      ) : (
                        'nothing waits'
                      )}
                    </span>
                  </Link>
                </li>
              );
            })}
          </ul>
        )}
      </div>
    </Page>
  );
}
