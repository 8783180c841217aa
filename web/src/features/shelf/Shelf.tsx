import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { STAGES } from '@canter-book/core/gaits/stages';
import { STAGE_NUMBERS } from '@canter-book/core/gaits/stage';
import { MOVING_GAITS } from '@canter-book/core/gaits/paces';
import { SCALES } from '@canter-book/core/observations/scales';
import type { Exercise } from '@canter-book/core/exercises/exercise';
import { useHorsesQuery, useOwnExercisesQuery } from '../../api/api.ts';
import { useTitle } from '../../app/title.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Page } from '../../ui/Page.tsx';
import { useHorseFile } from '../plan/useHorseFile.ts';
import { remembered } from '../plan/wishes.ts';
import { ChainGraph } from './ChainGraph.tsx';
import { ALL, ANY_MINUTES, bestRung, matches, withOwn, type Filters } from './filters.ts';
import { OwnFiles } from './own/OwnFiles.tsx';

/** The exercises, chain by chain, and which of them the chosen horse is ready for. */
export default function Shelf() {
  useTitle('Shelf');
  const [params, setParams] = useSearchParams();
  const horseId = params.get('horse');
  const { data: horses = [] } = useHorsesQuery();
  const { data: own = [] } = useOwnExercisesQuery();
  const [filters, setFilters] = useState<Filters>(ALL);
  const equipment = useMemo(() => remembered().equipment, []);
  const file = useHorseFile(horseId, equipment);
  const chains = useMemo(() => withOwn(own.map((o) => o.exercise)), [own]);
  const readiness = useMemo(() => {
    const all = chains.flatMap((c) => c.exercises);
    return new Map(file ? all.map((e) => [e.id, bestRung(file, e)]) : []);
  }, [file, chains]);
  const readinessOf = (e: Exercise) => readiness.get(e.id) ?? null;
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
      title="Exercise shelf"
      about={`${count} of ${chains.reduce((n, c) => n + c.exercises.length, 0)} exercises`}
      actions={
        <>
          <OwnFiles own={own} />
          <ButtonLink to="/shelf/new">Write my own</ButtonLink>
        </>
      }
    >
      <div className="border-b border-line px-5 py-3 md:px-7">
        <div className="flex flex-wrap items-end gap-x-4 gap-y-3 text-[14px]">
          <label className="grow sm:grow-0">
            <span className="block text-soft">Looking for</span>
            <input
              type="search"
              className="min-h-10 w-full rounded-lg border border-line bg-page px-3 sm:w-52"
              placeholder="circle, leans, contact"
              value={filters.words}
              onChange={(event) => set({ words: event.target.value })}
            />
          </label>
          <Select
            name="Builds first"
            value={filters.scale}
            all={SCALES}
            any="any scale"
            onChange={(scale) => set({ scale })}
          />
          <label>
            <span className="block text-soft">Up to stage</span>
            <select
              className="min-h-10 rounded-lg border border-line bg-page px-2"
              value={filters.stage}
              onChange={(event) => set({ stage: Number(event.target.value) })}
            >
              {STAGE_NUMBERS.map((n) => (
                <option key={n} value={n}>
                  {n} · {STAGES[n].words}
                </option>
              ))}
            </select>
          </label>
          <Select
            name="Gait"
            value={filters.gait}
            all={MOVING_GAITS}
            any="any gait"
            onChange={(gait) => set({ gait })}
          />
          <label>
            <span className="block text-soft">One round in</span>
            <select
              className="min-h-10 rounded-lg border border-line bg-page px-2"
              value={filters.minutes}
              onChange={(event) => set({ minutes: Number(event.target.value) })}
            >
              <option value={ANY_MINUTES}>any time</option>
              {[1, 2, 3].map((n) => (
                <option key={n} value={n}>
                  {n} min at most
                </option>
              ))}
            </select>
          </label>
          <label className="flex min-h-10 items-center gap-2">
            <input
              type="checkbox"
              className="h-5 w-5 accent-leather"
              checked={filters.equipment === 'none'}
              onChange={(event) => set({ equipment: event.target.checked ? 'none' : 'any' })}
            />
            nothing to set up
          </label>
          <label>
            <span className="block text-soft">For</span>
            <select
              className="min-h-10 rounded-lg border border-line bg-page px-2 font-bold"
              value={horseId ?? ''}
              onChange={(event) => {
                const id = event.target.value;
                setParams(id ? { horse: id } : {}, { replace: true });
                if (!id) set({ ready: false });
              }}
            >
              <option value="">any horse</option>
              {horses.map((h) => (
                <option key={h.id} value={h.id}>
                  {h.name}
                </option>
              ))}
            </select>
          </label>
          {horseId && (
            <label className="flex min-h-10 items-center gap-2">
              <input
                type="checkbox"
                className="h-5 w-5 accent-leather"
                checked={filters.ready}
                onChange={(event) => set({ ready: event.target.checked })}
              />
              ready for it
            </label>
          )}
        </div>
        {horseId && (
          <p className="mt-2 text-[13px] text-soft">
            ● confirmed · ◒ improving · ○ new, one a day at most · – not yet
          </p>
        )}
      </div>
      <div className="space-y-8 p-5 md:p-7">
        {found.length === 0 && (
          <Empty title="Nothing on the shelf like that.">
            <p>Look for fewer words, another scale, or a later stage.</p>
            <Button onClick={() => setFilters(ALL)}>Show all</Button>
          </Empty>
        )}
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

interface SelectProps<T extends string> {
  name: string;
  value: T | '';
  all: readonly T[];
  any: string;
  onChange(value: T | ''): void;
}

function Select<T extends string>({ name, value, all, any, onChange }: SelectProps<T>) {
  return (
    <label>
      <span className="block text-soft">{name}</span>
      <select
        className="min-h-10 rounded-lg border border-line bg-page px-2"
        value={value}
        onChange={(event) => onChange(event.target.value as T | '')}
      >
        <option value="">{any}</option>
        {all.map((v) => (
          <option key={v}>{v}</option>
        ))}
      </select>
    </label>
  );
}
