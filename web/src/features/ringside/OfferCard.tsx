import { useState, type ReactNode } from 'react';
import type { Exercise } from '@canter-book/core/exercises/exercise';
import { shelfWith } from '@canter-book/core/exercises/shelf';
import { offersFor, swapIn } from '@canter-book/core/planner/swap';
import { EMPTY_LESSON } from '@canter-book/core/lesson/document';
import { newId } from '../../app/newId.ts';
import { useAppDispatch } from '../../app/store.ts';
import { MiniArena } from '../arena/MiniArena.tsx';
import { swapped, type Teaching } from './ringsideSlice.ts';

export interface OfferCardProps {
  teaching: Teaching;
  /** The instructor's own exercises. */
  own: readonly Exercise[];
  /** The line that is ridden now. */
  itemId: string;
  /** Where the lesson is, seconds. */
  seconds: number;
  /** On to the next movement, when there is one. */
  leave: (() => void) | null;
  /** Shown when there is nothing to offer. */
  otherwise: ReactNode;
  onDone(): void;
}

/** Another exercise for the rest of this set, by name and drawn; one tap puts it into the lesson. */
export default function OfferCard(props: OfferCardProps) {
  const { teaching, own, itemId, seconds, leave, otherwise, onDone } = props;
  const dispatch = useAppDispatch();
  // For this try once: putting it in again would only be another copy.
  const [found] = useState(() => offerOf(teaching, own, itemId));
  if (!found) return otherwise;
  const { offer, swap } = found;
  const { exercise, rung } = offer;
  const name = nameOf(exercise, rung);
  const lost = offer.because === 'lost';
  const take = () => {
    const { lesson: document, itemId } = swap;
    dispatch(swapped(teaching, { document, itemId, fromS: seconds }));
    onDone();
  };
  const quiet = 'min-h-14 flex-1 rounded-2xl border-[3px] border-ink px-1 leading-tight font-bold';
  return (
    <section
      role="alert"
      aria-label="What could be ridden instead"
      className="shrink-0 rounded-2xl border-[3px] border-ink bg-slip px-3 py-2"
    >
      <p className="font-book text-[18px] leading-tight font-semibold">
        {lost
          ? 'Lost twice: leave it. Straight and forward, then:'
          : 'Three good in a row. Next step:'}
      </p>
      <div className="my-2 grid grid-cols-[7.5rem_1fr] items-center gap-x-3">
        <MiniArena arena={swap.ride.arena} ride={() => swap.ride} label={`${name}, drawn`} />
        <b className="text-[17px] leading-tight">{name}</b>
      </div>
      <div className="flex gap-2">
        <button
          type="button"
          className="min-h-14 flex-1 rounded-2xl bg-leather px-1 leading-tight font-bold text-on-leather"
          onClick={take}
        >
          ride it now
        </button>
        {lost && leave && (
          <button
            type="button"
            className={quiet}
            onClick={() => {
              leave();
              onDone();
            }}
          >
            on to the next
          </button>
        )}
        <button type="button" className={quiet} onClick={onDone}>
          stay with this
        </button>
      </div>
    </section>
  );
}

/** The first that can be put into the lesson without a new fault. */
function offerOf({ session, horse, tries }: Teaching, own: readonly Exercise[], itemId: string) {
  const lesson = session.document ?? EMPTY_LESSON;
  for (const offer of offersFor(lesson, itemId, tries, horse, shelfWith(own))) {
    const swap = swapIn(lesson, itemId, offer, horse, newId);
    if (swap) return { offer, swap };
  }
  return null;
}

const nameOf = (exercise: Exercise, rung: number): string => {
  const step = exercise.rungs.length > 1 ? exercise.rungs[rung]?.name : undefined;
  return step ? `${exercise.name}, ${step}` : exercise.name;
};
