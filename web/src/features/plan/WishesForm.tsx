import { useState } from 'react';
import { EQUIPMENT } from '@canter-book/core/exercises/exercise';
import type { Rider } from '@canter-book/core/book/records';
import { MOODS } from '@canter-book/core/planner/request';
import { Choice, OneOf, Ticks } from '../../ui/Choose.tsx';
import { FocusChoice } from './FocusChoice.tsx';
import { HeatToday } from './HeatToday.tsx';
import { ARENAS, LENGTHS, type Wished } from './wishes.ts';
import { useShelf } from '../shelf/useShelf.ts';

interface WishesFormProps {
  wished: Wished;
  riders: readonly Rider[];
  /** Who rides; null where it is not said. */
  rider: Rider | null;
  onWish(change: Partial<Wished>): void;
}

/** The form of today's wishes. Each change proposes the lesson anew. */
export function WishesForm({ wished, riders, rider, onWish }: WishesFormProps) {
  const { minutes, arena, mood, hot, equipment, mustHave, notToday } = wished;
  // On a phone the plan comes first.
  const [open, setOpen] = useState(false);
  return (
    <aside aria-label="Today">
      <InShort wished={wished} open={open} onOpen={setOpen} />
      <div className={`space-y-5 max-xl:mt-4 ${open ? '' : 'max-xl:hidden'}`}>
        <Minutes minutes={minutes} onChange={(m) => onWish({ minutes: m })} />
        <FocusChoice
          focus={wished.focus}
          // An exercise that was wished for would go before it.
          onFocus={(focus) => onWish({ focus, aim: undefined })}
        />
        <OneOf
          label="Arena, m"
          all={Object.keys(ARENAS)}
          chosen={arena}
          onChange={(a) => onWish({ arena: a })}
        />
        <OneOf
          label="The horse is"
          all={MOODS}
          chosen={mood}
          onChange={(m) => onWish({ mood: m })}
        />
        {riders.length > 0 && (
          <WhoRides riders={riders} rider={rider} onChange={(id) => onWish({ rider: id })} />
        )}
        <HeatToday hot={hot} onHot={(on) => onWish({ hot: on })} />
        <Ticks
          label="In the arena"
          all={EQUIPMENT}
          chosen={equipment}
          onChange={(chosen) => onWish({ equipment: chosen })}
        />
        <Pins
          name="Must be in it"
          ids={mustHave}
          onTake={(id) => onWish({ mustHave: mustHave.filter((x) => x !== id) })}
        />
        <Pins
          name="Not today"
          ids={notToday}
          onTake={(id) => onWish({ notToday: notToday.filter((x) => x !== id) })}
        />
      </div>
    </aside>
  );
}

interface InShortProps {
  wished: Wished;
  open: boolean;
  onOpen(open: boolean): void;
}

/** On a phone: what is wished for in a line, and the way to it. */
const InShort = ({ wished: { minutes, arena, mood, hot }, open, onOpen }: InShortProps) => (
  <button
    type="button"
    aria-expanded={open}
    className="flex min-h-11 w-full items-center justify-between gap-3 rounded-lg border border-line bg-page px-4 text-left xl:hidden"
    onClick={() => onOpen(!open)}
  >
    <span>
      {minutes} min · {arena} m · {mood}
      {hot && ' · hot'}
    </span>
    <span className="font-bold text-leather">{open ? 'Close' : 'Change'}</span>
  </button>
);

/** They came late. */
const LATE_MIN = 20;

const Minutes = ({ minutes, onChange }: { minutes: number; onChange(minutes: number): void }) => (
  <div>
    <OneOf label="Minutes" all={lengthsWith(minutes)} chosen={minutes} onChange={onChange} />
    <button
      type="button"
      disabled={minutes <= LENGTHS[0]}
      className="mt-1 min-h-9 text-[14px] text-leather underline disabled:text-soft disabled:no-underline"
      onClick={() => onChange(Math.max(LENGTHS[0], minutes - LATE_MIN))}
    >
      {LATE_MIN} minutes less
    </button>
  </div>
);

interface WhoRidesProps {
  riders: readonly Rider[];
  rider: Rider | null;
  onChange(id: string): void;
}

const WhoRides = ({ riders, rider, onChange }: WhoRidesProps) => (
  <div>
    <Choice
      label="Rider"
      value={rider?.id ?? ''}
      options={[['', 'nobody named'], ...riders.map((r) => [r.id, r.name] as const)]}
      onChange={onChange}
    />
    {rider?.stage && (
      <p className="mt-1 text-[13px] text-soft">Nothing beyond stage {rider.stage} is asked.</p>
    )}
  </div>
);

const lengthsWith = (minutes: number): number[] =>
  [...new Set([...LENGTHS, minutes])].sort((a, b) => a - b);

interface PinsProps {
  name: string;
  ids: readonly string[];
  onTake(id: string): void;
}

function Pins({ name, ids, onTake }: PinsProps) {
  const { nameOf } = useShelf().shelf;
  if (ids.length === 0) return null;
  return (
    <div>
      <p className="mb-1 text-[14px] text-soft">{name}</p>
      <ul className="space-y-1">
        {ids.map((id) => (
          <li key={id} className="flex items-baseline justify-between gap-2">
            <span>{nameOf(id)}</span>
            <button
              type="button"
              aria-label={`Take back: ${nameOf(id)}`}
              className="px-1 text-leather underline"
              onClick={() => onTake(id)}
            >
              take back
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
