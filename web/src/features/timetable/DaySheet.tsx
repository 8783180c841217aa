import { memo, useEffect, useRef } from 'react';
import { timeFrom } from '@canter-book/core/calendar/clock';
import { endMin, keyOf, startMin } from '@canter-book/core/calendar/occurrences';
import { touchedSince } from '../../app/touched.ts';
import { DayStrip, type StripData } from './DayStrip.tsx';
import { sideBySide } from './states.ts';

/** The acts on a lesson of the day. */
export interface DayActs {
  onOpen(strip: StripData): void;
  onMove(strip: StripData, start: string): void;
  onCancel(strip: StripData): void;
  onHold(strip: StripData): void;
  onNew(start: string): void;
}

interface DaySheetProps {
  strips: readonly StripData[];
  /** Minutes since midnight; null on another day. */
  now: number | null;
  next: StripData | null;
  /** When the page came up, on the clock of `performance.now()`. */
  shownAt: number;
  acts: DayActs;
}

/** A strip needs so much to be read. */
const LEAST_PX = 66;
const MOST_PX_A_MIN = 2.2;
const LEAST_PX_A_MIN = 1.3;
const HOUR = 60;
const AROUND_MIN = 30;
/** So long before the first lesson the day has begun. */
const EARLY_MIN = 3 * HOUR;
/** An hour gives way to the time it is. */
const LABEL_PX = 24;

/** The hours down the side, each lesson a strip at its time; on a phone a list. */
export const DaySheet = memo(function DaySheet({
  strips,
  now,
  next,
  shownAt,
  acts,
}: DaySheetProps) {
  const list = useRef<HTMLOListElement>(null);
  const shortest = Math.min(45, ...strips.map(({ o }) => o.minutes));
  const px = Math.min(MOST_PX_A_MIN, Math.max(LEAST_PX_A_MIN, LEAST_PX / shortest));
  const { first, last } = spanOf(strips, now);
  const hours = Array.from({ length: (last - first) / HOUR }, (_, i) => first + i * HOUR);
  const places = sideBySide(strips.map((s) => s.o));
  const nextKey = next && keyOf(next.o);
  useEffect(() => {
    // What is next is in sight, also late in the day; but nothing moves away under a hand.
    if (touchedSince(shownAt)) return;
    const strip = list.current?.querySelector('[data-next="true"]');
    strip?.scrollIntoView({ block: 'nearest' });
  }, [nextKey, shownAt]);
  const y = (minute: number) => (minute - first) * px;
  return (
    <div
      className="relative md:h-(--day)"
      style={{ '--day': `${y(last)}px` } as React.CSSProperties}
    >
      {hours.map((hour) => (
        <Hour
          key={hour}
          time={timeFrom(hour)}
          isNamed={now === null || Math.abs(now - hour) * px > LABEL_PX}
          style={{ top: y(hour), height: HOUR * px }}
          onNew={acts.onNew}
        />
      ))}
      <ol ref={list} aria-label="The day" className="flex flex-col gap-3 md:contents">
        {strips.map((strip, i) => (
          <DayStrip
            key={keyOf(strip.o)}
            strip={strip}
            isNext={keyOf(strip.o) === nextKey}
            pxAMin={px}
            at={{
              top: y(startMin(strip.o)),
              height: Math.max(strip.o.minutes * px - 3, LEAST_PX - 6),
              ...places[i]!,
            }}
            onOpen={() => acts.onOpen(strip)}
            onMove={(start) => acts.onMove(strip, start)}
            onCancel={() => acts.onCancel(strip)}
            onHold={() => acts.onHold(strip)}
          />
        ))}
      </ol>
      {now !== null && now >= first && now <= last && (
        <NowLine time={timeFrom(now)} top={y(now) - 11} />
      )}
    </div>
  );
});

/** The minutes from and to which the day is shown. */
function spanOf(strips: readonly StripData[], now: number | null) {
  const begins = Math.min(9 * HOUR, ...strips.map(({ o }) => startMin(o)));
  const ends = [...strips.map(({ o }) => endMin(o)), ...(now === null ? [] : [now])];
  // The hours of the night are nobody's: whoever looks then sees the day.
  const isUp = now !== null && now > begins - EARLY_MIN;
  const from = Math.floor((Math.min(begins, isUp ? now : begins) - AROUND_MIN) / HOUR) * HOUR;
  const to = Math.ceil((Math.max(17 * HOUR, ...ends) + AROUND_MIN) / HOUR) * HOUR;
  return { first: Math.max(0, from), last: Math.min(24 * HOUR, to) };
}

interface HourProps {
  time: string;
  isNamed: boolean;
  style: React.CSSProperties;
  onNew(time: string): void;
}

/** An hour of the sheet: a tap puts something there. */
const Hour = ({ time, isNamed, style, onNew }: HourProps) => (
  <button
    type="button"
    aria-label={`New at ${time}`}
    className="group absolute inset-x-0 hidden border-t border-dotted border-line text-left md:block"
    style={style}
    onClick={() => onNew(time)}
  >
    {isNamed && (
      <span className="tabular absolute top-1 left-0 font-mono text-[13px] text-soft">{time}</span>
    )}
    <span className="absolute top-1 left-16 hidden text-[13px] text-soft group-hover:inline group-focus-visible:inline">
      + add something
    </span>
  </button>
);

const NowLine = ({ time, top }: { time: string; top: number }) => (
  <div
    aria-hidden
    className="pointer-events-none absolute inset-x-0 z-10 hidden items-center md:flex"
    style={{ top }}
  >
    <span className="tabular rounded border-2 border-slip-edge bg-slip px-1.5 font-mono text-[13px] font-bold text-ink">
      {time}
    </span>
    <span className="flex-1 border-t-2 border-dashed border-leather opacity-60" />
  </div>
);
