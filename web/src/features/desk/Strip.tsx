import { memo, useEffect, useRef } from 'react';
import type { Ride } from '@canter-book/core/ride/types';
import { clock } from '@canter-book/core/units';
import type { Player } from './player.ts';

const ROWS = { canter: 0, trot: 1, walk: 2, halt: 2, 'rein-back': 2 } as const;

/** The lesson from left to right in time: phases, gaits, reins and breaks, with the play head. */
export function Strip({ ride, player }: { ride: Ride; player: Player }) {
  const total = Math.max(1, ride.totals.seconds);
  const head = useRef<HTMLDivElement>(null);
  const range = useRef<HTMLInputElement>(null);
  useEffect(
    () =>
      player.onMove((seconds) => {
        if (head.current) head.current.style.left = `${(100 * seconds) / total}%`;
        if (range.current) {
          range.current.value = String(seconds);
          range.current.setAttribute('aria-valuetext', clock(seconds));
        }
      }),
    [player, total],
  );
  return (
    <div className="grid grid-cols-[3.2rem_1fr_1.2rem] gap-x-2 text-[12px] text-soft">
      <div className="flex flex-col">
        <span className="h-7 leading-7">phase</span>
        <span className="h-[72px] pt-6">gait</span>
        <span className="h-10 pt-2">rein</span>
      </div>
      <div className="relative">
        <Lanes ride={ride} total={total} />
        <div
          ref={head}
          className="pointer-events-none absolute top-0 bottom-5 w-0.5 -translate-x-px bg-leather"
        >
          <span className="absolute -top-1.5 -left-[5px] border-x-[6px] border-t-[8px] border-x-transparent border-t-leather" />
        </div>
        <input
          ref={range}
          type="range"
          min={0}
          max={total}
          step={0.1}
          defaultValue={0}
          aria-label="Place of the play head"
          className="absolute inset-x-0 top-0 bottom-5 h-auto w-full cursor-pointer opacity-0"
          onInput={(event) => player.seek(Number(event.currentTarget.value))}
        />
      </div>
      <div className="flex flex-col pt-7">
        <span className="h-6 leading-6" title="canter">
          c
        </span>
        <span className="h-6 leading-6" title="trot">
          t
        </span>
        <span className="h-6 leading-6" title="walk">
          w
        </span>
        <span className="h-5" aria-label="left rein">
          ◐
        </span>
        <span className="h-5" aria-label="right rein">
          ◑
        </span>
      </div>
    </div>
  );
}

const Lanes = memo(function Lanes({ ride, total }: { ride: Ride; total: number }) {
  const left = (seconds: number) => `${(100 * seconds) / total}%`;
  const every = total > 1500 ? 300 : total > 500 ? 120 : 60;
  const ticks = Array.from({ length: Math.floor(total / every) + 1 }, (_, i) => i * every);
  return (
    <>
      <div className="relative h-7">
        {ride.phases.map((phase) => (
          <span
            key={phase.itemId}
            className="absolute top-0.5 bottom-0.5 overflow-hidden rounded-sm bg-sand px-1.5 leading-6 font-bold whitespace-nowrap text-ink"
            style={{ left: left(phase.startsAtS), width: `calc(${left(phase.seconds)} - 2px)` }}
            title={phase.name}
          >
            {phase.name}
          </span>
        ))}
      </div>
      <div className="relative h-[72px]">
        {[0, 1, 2].map((row) => (
          <span
            key={row}
            className="absolute right-0 left-0 border-t border-line"
            style={{ top: 12 + 24 * row }}
          />
        ))}
        {ride.spans.map((span, i) => (
          <span
            key={i}
            className={`strip-gait strip-${span.gait} absolute h-[9px]`}
            style={{
              left: left(span.startsAtS),
              width: left(span.seconds),
              top: 8 + 24 * ROWS[span.gait],
            }}
          />
        ))}
      </div>
      <div className="relative h-10">
        {ride.spans.map((span, i) => (
          <span
            key={i}
            className="absolute h-3 bg-ink/70"
            style={{
              left: left(span.startsAtS),
              width: left(span.seconds),
              top: span.riding.rein === 'left' ? 4 : 24,
              opacity: span.riding.frame === 'long-rein' ? 0.35 : 1,
            }}
          />
        ))}
      </div>
      <div className="relative h-5 font-mono text-[11px]">
        {ticks.map((tick) => (
          <span
            key={tick}
            className="absolute -translate-x-1/2 first:translate-x-0"
            style={{ left: left(tick) }}
          >
            {Math.round(tick / 60)}′
          </span>
        ))}
      </div>
    </>
  );
});
