import { Link } from 'react-router';
import { STAGES } from '@canter-book/core/gaits/stages';
import type { Horse } from '@canter-book/core/observations/records';
import { useHorsesQuery, useRidersQuery, useYardQuery } from '../../api/api.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { ago, today } from '../../app/dates.ts';
import { useTitle } from '../../app/title.ts';
import { ButtonLink } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Page } from '../../ui/Page.tsx';
import { Riders } from './Riders.tsx';

export default function Horses() {
  useTitle('Horses');
  const horses = useHorsesQuery();
  const riders = useRidersQuery();
  const yard = useYardQuery(today());
  if (!horses.data) return <QueryState query={horses} what="horses" />;
  const working = horses.data.filter((h) => !h.retiredOn);
  const retired = horses.data.filter((h) => h.retiredOn);
  const riderName = (id: string) => riders.data?.find((r) => r.id === id)?.name.split(' ')[0];
  return (
    <Page
      title="Horses"
      about={
        working.length > 0 &&
        `${working.length} at work${retired.length ? `, ${retired.length} retired` : ''}`
      }
      actions={<ButtonLink to="/horses/new">Enter a horse</ButtonLink>}
    >
      <div className="grid gap-8 p-5 md:p-7 xl:grid-cols-[1fr_20rem]">
        {horses.data.length === 0 ? (
          <Empty title="No horse in the book yet.">
            <p>Name, height and stage are enough to begin: strides and limits follow from them.</p>
            <ButtonLink to="/horses/new">Enter the first horse</ButtonLink>
          </Empty>
        ) : (
          <ul className="divide-y divide-line border-y border-line">
            {horses.data.map((horse) => (
              <Row
                key={horse.id}
                horse={horse}
                riders={horse.riderIds.map(riderName).filter(Boolean).join(', ')}
                last={yard.data?.find((y) => y.horseId === horse.id)?.lastDate ?? null}
              />
            ))}
          </ul>
        )}
        <Riders />
      </div>
    </Page>
  );
}

function Row({ horse, riders, last }: { horse: Horse; riders: string; last: string | null }) {
  return (
    <li>
      <Link
        to={`/horses/${horse.id}`}
        className="grid grid-cols-1 gap-x-6 gap-y-1 px-2 py-4 no-underline hover:bg-sand-light sm:grid-cols-[10rem_1fr_11rem]"
      >
        <span>
          <span className="font-book text-xl font-semibold">{horse.name}</span>
          <span className="block text-[13px] text-soft">{riders && `with ${riders}`}</span>
        </span>
        <span>
          <span className="block">{horse.theme || 'No theme yet'}</span>
          <span className="text-[13px] text-soft">
            {horse.kind} · {horse.heightCm} cm
            {horse.hollowSide && ` · hollow on the ${horse.hollowSide}`}
          </span>
        </span>
        <span className="sm:text-right">
          <span className="block">stage {horse.stage}</span>
          <span className="text-[13px] text-soft">
            {STAGES[horse.stage].words} · {last ? ago(last) : 'not worked yet'}
          </span>
        </span>
      </Link>
    </li>
  );
}
