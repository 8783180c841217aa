import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { Exercise } from '@canter-book/core/exercises/exercise';
import { useOwnExercisesQuery } from '../../api/exercises.ts';
import { useHorsesQuery } from '../../api/horses.ts';
import { useTitle } from '../../app/title.ts';
import { headingOf } from '../../app/spine.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Page } from '../../ui/Page.tsx';
import { useHorseFile } from '../plan/useHorseFile.ts';
import { remembered } from '../plan/wishes.ts';
import { ChainGraph } from './ChainGraph.tsx';
import { ALL, bestRung, matches, withOwn, type Filters } from './filters.ts';
import { OwnFiles } from './own/OwnFiles.tsx';
import { ShelfFilters } from './ShelfFilters.tsx';

/** Whoever comes back from an exercise finds the shelf as it was left. */
let lastFilters = ALL;

/** The exercises, chain by chain, and which of them the chosen horse is ready for. */
export default function Shelf() {
  useTitle('Shelf');
  const [params, setParams] = useSearchParams();
  const horseId = params.get('horse') || null;
  const { data: horses = [] } = useHorsesQuery();
  const { data: own = [] } = useOwnExercisesQuery();
  const [filters, setFiltersNow] = useState<Filters>(lastFilters);
  const setFilters = (next: Filters) => {
    lastFilters = next;
    setFiltersNow(next);
  };
  const chains = useMemo(() => withOwn(own.map((o) => o.exercise)), [own]);
  const readinessOf = useReadiness(horseId, chains);
  const found = chains
    .map((chain) => ({
      ...chain,
      exercises: chain.exercises.filter((e) => matches(e, filters, readinessOf(e))),
    }))
    .filter((chain) => chain.exercises.length > 0);
  const count = found.reduce((n, c) => n + c.exercises.length, 0);
  const set = (change: Partial<Filters>) => setFilters({ ...filters, ...change });
  return (
    <Page
      title={headingOf('/shelf')}
      about={`${count} of ${chains.reduce((n, c) => n + c.exercises.length, 0)} exercises`}
      actions={
        <>
          <OwnFiles own={own} />
          <ButtonLink to="/shelf/new">Write my own</ButtonLink>
        </>
      }
    >
      <ShelfFilters
        filters={filters}
        horses={horses}
        horseId={horseId}
        onFilter={set}
        onHorse={(id) => {
          setParams(id ? { horse: id } : {}, { replace: true });
          if (!id) set({ ready: false });
        }}
      />
      <div className="space-y-8 p-5 md:p-7">
        {found.length === 0 && <NothingFound onAll={() => setFilters(ALL)} />}
        {found.map((chain) => (
          <section key={chain.id} aria-labelledby={`chain-${chain.id}`}>
            <h2 id={`chain-${chain.id}`} className="text-xl">
              {chain.name}
            </h2>
            <p className="mb-3 max-w-3xl font-book text-[15px] text-soft">{chain.about}</p>
            <ChainGraph chain={chain} readinessOf={readinessOf} />
          </section>
        ))}
      </div>
    </Page>
  );
}

/** The rung of each exercise that a horse is ready for; nothing is known of any horse. */
function useReadiness(horseId: string | null, chains: ReturnType<typeof withOwn>) {
  const equipment = useMemo(() => remembered().equipment, []);
  const file = useHorseFile(horseId, equipment);
  const readiness = useMemo(() => {
    const all = chains.flatMap((c) => c.exercises);
    return new Map(file ? all.map((e) => [e.id, bestRung(file, e)]) : []);
  }, [file, chains]);
  return (e: Exercise) => readiness.get(e.id) ?? null;
}

const NothingFound = ({ onAll }: { onAll(): void }) => (
  <Empty title="Nothing on the shelf like that.">
    <p>Look for fewer words, another scale, or a later stage.</p>
    <Button onClick={onAll}>Show all</Button>
  </Empty>
);
