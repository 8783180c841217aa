import { Link } from 'react-router';
import { SCALE_WORDS } from '@canter-book/core/observations/scales';
import { useHealthQuery, useHorsesQuery, useYardQuery, type YardRow } from '../../api/api.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { ago, longDate, today } from '../../app/dates.ts';
import { useTitle } from '../../app/title.ts';
import { ButtonLink } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Page } from '../../ui/Page.tsx';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { PlanLink } from '../plan/PlanLink.tsx';

/** The day's page: each horse, what it waits for, and the way to its lesson. */
export default function Today() {
  useTitle('Today');
  const date = today();
  const horses = useHorsesQuery();
  const yard = useYardQuery(date);
  const health = useHealthQuery();
  if (!horses.data || !yard.data) {
    return <QueryState query={horses.data ? yard : horses} what="yard" />;
  }
  const rows = [...yard.data].sort((a, b) => (a.lastDate ?? '').localeCompare(b.lastDate ?? ''));
  return (
    <Page
      title="Today"
      about={`${longDate(date)}${health.data?.demo ? ` · ${health.data.demo} (demo)` : ''}`}
    >
      <div className="mx-auto max-w-5xl p-5 md:p-7">
        {rows.length === 0 ? (
          <Empty title="The book is empty.">
            <p>
              Begin with a horse: its name, height and stage. Its strides and limits follow from
              them.
            </p>
            <ButtonLink to="/horses/new">Enter the first horse</ButtonLink>
          </Empty>
        ) : (
          <>
            <p className="mb-4 max-w-2xl text-soft">
              The horse that has waited longest stands first. Below its name is the lowest scale
              that is not yet confirmed: begin there.
            </p>
            <ol className="divide-y divide-line border-y border-line">
              {rows.map((row) => (
                <Waiting
                  key={row.horseId}
                  row={row}
                  name={horses.data!.find((h) => h.id === row.horseId)?.name ?? ''}
                />
              ))}
            </ol>
          </>
        )}
      </div>
    </Page>
  );
}

function Waiting({ row, name }: { row: YardRow; name: string }) {
  const { next } = row;
  return (
    <li className="grid grid-cols-1 items-center gap-x-6 gap-y-2 py-4 md:grid-cols-[11rem_1fr_auto]">
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
      <div>
        {next ? (
          <p>
            <b>
              {next.scale[0]!.toUpperCase() + next.scale.slice(1)},{' '}
              <ReinMark rein={next.rein} word /> rein
            </b>{' '}
            <span className="tabular font-mono text-[14px]">{next.mean.toFixed(1)}</span>
            <span className="text-soft"> · {SCALE_WORDS[next.scale]}</span>
          </p>
        ) : (
          <p className="text-soft">
            {row.lastDate
              ? 'Every scale that was marked is confirmed.'
              : 'No marks yet: they come from the first lesson.'}
          </p>
        )}
        {row.homework && <p className="font-book text-[14px] text-soft italic">{row.homework}</p>}
      </div>
      <div className="flex gap-2">
        <ButtonLink look="quiet" to={`/desk?horse=${row.horseId}`}>
          Lessons
        </ButtonLink>
        <PlanLink horseId={row.horseId}>Propose</PlanLink>
        <ButtonLink to={`/ringside?horse=${row.horseId}`}>Teach</ButtonLink>
      </div>
    </li>
  );
}
