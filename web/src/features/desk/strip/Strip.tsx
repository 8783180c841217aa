import { lazy, memo, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { Minus, Plus } from 'lucide-react';
import { lanesOf } from '@canter-book/core/drawing/lanes';
import type { Approach } from '@canter-book/core/lesson/terms';
import type { Ride } from '@canter-book/core/ride/types';
import { clamp, clock } from '@canter-book/core/units';
import { Stave } from './Stave.tsx';
import { usePlayerState, type Player } from '../../arena/player.ts';

/** What is dragged comes after what is only read. */
const MovableBars = lazy(() =>
  import('./MovableBars.tsx').then((m) => ({ default: m.MovableBars })),
);

const CLOSEST = 8;
/** While it plays, the slider for keys and screen readers follows in steps. */
const RANGE_STEP_S = 5;

interface StripProps {
  ride: Ride;
  approach: Approach;
  player: Player;
  selectedItem: string | null;
  onSelect(itemId: string): void;
  /** Moves an item, or a phase with its lines, before another one; to the end when that is null. */
  onMove(itemId: string, before: string | null): void;
}

/** The lesson from left to right in time, like a stave: one lane for each thing, and the play head. */
export const Strip = memo(function Strip(props: StripProps) {
  const { ride, approach, player, selectedItem, onSelect, onMove } = props;
  const [zoom, setZoom] = useState(1);
  const total = Math.max(1, ride.totals.seconds);
  const lanes = useMemo(() => lanesOf(ride, approach), [ride, approach]);
  const scroller = useRef<HTMLDivElement>(null);
  const { head, range } = usePlayHead(player, total, scroller);
  usePlayerState(player);
  return (
    <div className="grid grid-cols-[4.6rem_1fr_1.2rem] gap-x-2 text-[12px] text-soft">
      <LaneNames zoom={zoom} onZoom={(by) => setZoom(clamp(zoom * by, 1, CLOSEST))} />
      <div ref={scroller} className="overflow-x-auto overflow-y-hidden">
        <div
          className="picture relative overflow-hidden contain-content"
          style={{ width: `${100 * zoom}%` }}
        >
          <Suspense fallback={<div className="h-12" />}>
            <MovableBars
              ride={ride}
              lanes={lanes}
              total={total}
              selectedItem={selectedItem}
              onSelect={(itemId, startsAtS) => {
                onSelect(itemId);
                player.seek(startsAtS);
              }}
              onMove={onMove}
            />
          </Suspense>
          <div className="relative">
            <Stave lanes={lanes} total={total} zoom={zoom} />
            <input
              ref={range}
              type="range"
              min={0}
              max={total}
              step={0.1}
              defaultValue={0}
              aria-label="Place of the play head"
              className="absolute inset-0 h-full w-full cursor-pointer opacity-0"
              onInput={(event) => player.seek(Number(event.currentTarget.value))}
            />
          </div>
          <div
            ref={head}
            className={`pointer-events-none absolute top-0 bottom-4 w-full ${player.playing ? 'will-change-transform' : ''}`}
          >
            {PLAY_HEAD}
          </div>
        </div>
      </div>
      <RowNames />
    </div>
  );
});

const PLAY_HEAD = (
  <>
    <span className="absolute top-0 bottom-0 -left-px w-0.5 bg-leather" />
    <span className="absolute -top-0.5 -left-[6px] border-x-[6px] border-t-[8px] border-x-transparent border-t-leather" />
  </>
);

/** What the rows of the stave are, at its right. */
const RowNames = () => (
  <div className="flex flex-col pt-[48px] text-[11px]" aria-hidden>
    <span className="h-[16px] leading-[16px]">canter</span>
    <span className="h-[16px] leading-[16px]">trot</span>
    <span className="h-[18px] leading-[16px]">walk</span>
    <span className="h-[13px] leading-[13px]">left</span>
    <span className="h-[15px] leading-[13px]">right</span>
    <span className="h-[13px] leading-[13px]">left</span>
    <span className="h-[15px] leading-[13px]">right</span>
  </div>
);

function LaneNames({ zoom, onZoom }: { zoom: number; onZoom(by: number): void }) {
  return (
    <div className="flex flex-col text-right">
      <span className="h-6 leading-6">phase</span>
      <span className="h-6 leading-6">line</span>
      <span className="h-[50px] leading-[48px]">gait</span>
      <span className="h-7 leading-[26px]">rein</span>
      <span className="h-7 leading-[26px]">bend</span>
      <span className="h-[17px] leading-[17px]">gathering</span>
      <span className="h-[17px] leading-[17px]">contact</span>
      <span className="h-[14px] leading-[13px]">rest</span>
      <span className="flex justify-end gap-0.5">
        <button
          type="button"
          aria-label="Show more of the time"
          disabled={zoom <= 1}
          className="rounded border border-line p-0.5 disabled:opacity-40"
          onClick={() => onZoom(1 / 2)}
        >
          <Minus size={11} aria-hidden />
        </button>
        <button
          type="button"
          aria-label="Show the time nearer"
          disabled={zoom >= CLOSEST}
          className="rounded border border-line p-0.5 disabled:opacity-40"
          onClick={() => onZoom(2)}
        >
          <Plus size={11} aria-hidden />
        </button>
      </span>
    </div>
  );
}

/** The play head moves its own nodes, and is kept in sight while it plays. */
function usePlayHead(
  player: Player,
  total: number,
  scroller: React.RefObject<HTMLDivElement | null>,
) {
  const head = useRef<HTMLDivElement>(null);
  const range = useRef<HTMLInputElement>(null);
  useEffect(
    () =>
      player.onMove((seconds) => {
        // Moved by its own layer: nothing is laid out again.
        if (head.current) head.current.style.transform = `translateX(${(100 * seconds) / total}%)`;
        const shown = Number(range.current?.value ?? 0);
        if (range.current && (!player.playing || Math.abs(shown - seconds) > RANGE_STEP_S)) {
          range.current.value = String(seconds);
          range.current.setAttribute('aria-valuetext', clock(seconds));
        }
        const box = scroller.current;
        if (!box || !player.playing || box.scrollWidth <= box.clientWidth) return;
        const x = (seconds / total) * box.scrollWidth;
        if (x < box.scrollLeft || x > box.scrollLeft + box.clientWidth * 0.9) {
          box.scrollLeft = x - box.clientWidth * 0.1;
        }
      }),
    [player, total, scroller],
  );
  return { head, range };
}
