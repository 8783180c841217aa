import { useState } from 'react';
import { Link } from 'react-router';
import { stageSaid } from '@canter-book/core/gaits/stages';
import type { Horse } from '@canter-book/core/book/records';
import { byName } from '@canter-book/core/words';
import { useHorsesQuery } from '../../api/horses.ts';
import { useRidersQuery } from '../../api/riders.ts';
import { useYard } from '../../api/useYard.ts';
import { QueryState } from '../../api/QueryState.tsx';
import { ago, byDate, today } from '../../app/dates.ts';
import { headingOf } from '../../app/spine.ts';
import { useTitle } from '../../app/title.ts';
import { ButtonLink } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Select, TextInput } from '../../ui/Field.tsx';
import { Page } from '../../ui/Page.tsx';
import { Rows } from '../../ui/Rows.tsx';
import { Riders } from './Riders.tsx';

const ORDERS = [
  ['name', 'by name'],
  ['waited', 'longest wait first'],
  ['stage', 'highest stage first'],
] as const;
type Order = (typeof ORDERS)[number][0];

/** From so many horses on one looks for a name. */
const SEARCHED_FROM = 12;

export default function Horses() {
  useTitle('Horses');
  const horses = useHorsesQuery();
  const riders = useRidersQuery();
  const { worked } = useYard(today(), () => []);
  const [words, setWords] = useState('');
  const [order, setOrder] = useState<Order>('name');
  if (!horses.data) return <QueryState query={horses} what="horses" />;
  const working = horses.data.filter((h) => !h.retiredOn);
  const retired = horses.data.filter((h) => h.retiredOn);
  const ridersOf = (horse: Horse) =>
    horse.riderIds
      .map((id) => riders.data?.find((r) => r.id === id)?.name.split(' ')[0])
      .filter(Boolean)
      .join(', ');
  const lastDates = new Map(worked?.map((row) => [row.horseId, row.lastDate]));
  const lastOf = (horse: Horse) => lastDates.get(horse.id) ?? null;
  const said = words.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = working
    .filter((h) =>
      said.every((w) => `${h.name} ${h.theme} ${ridersOf(h)}`.toLowerCase().includes(w)),
    )
    .sort(inOrder(order, lastOf));
  return (
    <Page
      title={headingOf('/horses')}
      about={
        working.length > 0 &&
        `${working.length} at work${retired.length ? `, ${retired.length} retired` : ''}`
      }
      actions={<ButtonLink to="/horses/new">Enter a horse</ButtonLink>}
    >
      <div className="grid gap-8 p-5 md:p-7 xl:grid-cols-[1fr_20rem]">
        <div className="min-w-0">
          {horses.data.length === 0 ? (
            <NoHorse />
          ) : (
            <>
              {working.length >= SEARCHED_FROM && (
                <Search {...{ words, order }} onWords={setWords} onOrder={setOrder} />
              )}
              <Listed horses={shown} {...{ ridersOf, lastOf }} />
              {shown.length === 0 && <p className="py-6 text-soft">No horse has all of that.</p>}
            </>
          )}
          {retired.length > 0 && (
            <details className="mt-6">
              <summary className="text-soft">Retired ({retired.length})</summary>
              <Listed horses={retired} {...{ ridersOf, lastOf }} />
            </details>
          )}
        </div>
        <Riders />
      </div>
    </Page>
  );
}

const inOrder =
  (order: Order, lastOf: (horse: Horse) => string | null) =>
  (a: Horse, b: Horse): number => {
    if (order === 'stage') return b.stage - a.stage;
    if (order === 'waited') return byDate(lastOf(a), lastOf(b));
    return byName(a, b);
  };

const NoHorse = () => (
  <Empty title="No horse in the book yet.">
    <p>Name, height and stage are enough to begin: strides and limits follow from them.</p>
    <ButtonLink to="/horses/new">Enter the first horse</ButtonLink>
  </Empty>
);

interface SearchProps {
  words: string;
  order: Order;
  onWords(words: string): void;
  onOrder(order: Order): void;
}

const Search = ({ words, order, onWords, onOrder }: SearchProps) => (
  <div role="search" className="mb-4 grid gap-3 sm:grid-cols-[1fr_14rem]">
    <TextInput
      type="search"
      aria-label="Find a horse"
      placeholder="Name, theme or rider"
      value={words}
      onChange={(e) => onWords(e.target.value)}
    />
    <Select aria-label="Order" value={order} onChange={(e) => onOrder(e.target.value as Order)}>
      {ORDERS.map(([value, label]) => (
        <option key={value} value={value}>
          {label}
        </option>
      ))}
    </Select>
  </div>
);

interface ListedProps {
  horses: readonly Horse[];
  ridersOf(horse: Horse): string;
  lastOf(horse: Horse): string | null;
}

const Listed = ({ horses, ridersOf, lastOf }: ListedProps) => (
  <Rows
    items={horses}
    keyOf={(horse) => horse.id}
    height={86}
    render={(horse) => <Row horse={horse} riders={ridersOf(horse)} last={lastOf(horse)} />}
  />
);

function Row({ horse, riders, last }: { horse: Horse; riders: string; last: string | null }) {
  return (
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
          {stageSaid(horse.stage)} · {last ? ago(last) : 'not worked yet'}
        </span>
      </span>
    </Link>
  );
}
