import { MOVING_GAITS } from '@canter-book/core/gaits/paces';
import type { Horse } from '@canter-book/core/book/records';
import { SCALES } from '@canter-book/core/scales';
import { STAGE_OPTIONS } from '../../app/stages.ts';
import { Choice, Tick } from '../../ui/Choose.tsx';
import { ANY_MINUTES, type Filters } from './filters.ts';

interface ShelfFiltersProps {
  filters: Filters;
  horses: readonly Horse[];
  /** The horse the shelf is looked at for; null for any. */
  horseId: string | null;
  onFilter(change: Partial<Filters>): void;
  onHorse(id: string | null): void;
}

const same = <T extends string>(all: readonly T[]) => all.map((one) => [one, one] as const);

const ROUNDS = [
  [String(ANY_MINUTES), 'any time'],
  ...[1, 2, 3].map((n) => [String(n), `${n} min at most`] as const),
] as const;

/** What is looked for on the shelf, and for which horse. */
export function ShelfFilters(props: ShelfFiltersProps) {
  const { filters, horses, horseId, onFilter, onHorse } = props;
  return (
    <div className="border-b border-line px-5 py-3 md:px-7">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-3 text-[14px]">
        <LookingFor words={filters.words} onChange={(words) => onFilter({ words })} />
        <Choice
          label="Builds first"
          value={filters.scale}
          options={[['', 'any scale'], ...same(SCALES)]}
          onChange={(scale) => onFilter({ scale })}
        />
        <Choice
          label="Up to stage"
          value={String(filters.stage)}
          options={STAGE_OPTIONS}
          onChange={(stage) => onFilter({ stage: Number(stage) })}
        />
        <Choice
          label="Gait"
          value={filters.gait}
          options={[['', 'any gait'], ...same(MOVING_GAITS)]}
          onChange={(gait) => onFilter({ gait })}
        />
        <Choice
          label="One round in"
          value={String(filters.minutes)}
          options={ROUNDS}
          onChange={(minutes) => onFilter({ minutes: Number(minutes) })}
        />
        <Tick
          label="nothing to set up"
          checked={filters.equipment === 'none'}
          onChange={(none) => onFilter({ equipment: none ? 'none' : 'any' })}
        />
        <Choice
          label="For"
          value={horseId ?? ''}
          options={[['', 'any horse'], ...horses.map((h) => [h.id, h.name] as const)]}
          onChange={(id) => onHorse(id || null)}
        />
        {horseId && (
          <Tick
            label="ready for it"
            checked={filters.ready}
            onChange={(ready) => onFilter({ ready })}
          />
        )}
      </div>
      {horseId && (
        <p className="mt-2 text-[13px] text-soft">
          ● confirmed · ↗ improving · ○ new, at most one per day · – not yet
        </p>
      )}
    </div>
  );
}

const LookingFor = ({ words, onChange }: { words: string; onChange(words: string): void }) => (
  <label className="grow sm:grow-0">
    <span className="mb-0.5 block text-soft">Looking for</span>
    <input
      type="search"
      className="min-h-10 w-full rounded-lg border border-line bg-page px-3 sm:w-52"
      placeholder="circle, leans, contact"
      value={words}
      onChange={(event) => onChange(event.target.value)}
    />
  </label>
);
