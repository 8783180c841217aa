import { useRef, useState, type PointerEvent } from 'react';
import { timeFrom } from '@canter-book/core/calendar/clock';
import { placeOf } from '@canter-book/core/calendar/changes';
import { clashesOf, clashSaid } from '@canter-book/core/calendar/clashes';
import { endMin, keyOf, startMin, type Occurrence } from '@canter-book/core/calendar/occurrences';
import { DAYS } from '@canter-book/core/programme/days';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import { daysLater, mondayOf, weekFrom } from '@canter-book/core/progress/days';
import { useProgrammesQuery } from '../../api/programmes.ts';
import { longDate, today } from '../../app/dates.ts';
import type { Asked } from './appointmentDraft.ts';
import { sideBySide } from './states.ts';
import { useChange } from './useChange.ts';
import { aboutOf, calledOf, type Times } from './useTimes.ts';

interface WeekViewProps {
  date: string;
  times: Times;
  onAsk(asked: Asked): void;
  onDay(date: string): void;
}

const HOUR = 60;
const STEP_MIN = 15;
const ROW_PX = 58;

/** The week as seven lanes: time runs from left to right, as in a lesson’s score. */
export default function WeekView({ date, times, onAsk, onDay }: WeekViewProps) {
  const { data: programmes = [] } = useProgrammesQuery({});
  const days = weekFrom(mondayOf(date));
  const all = (times.occurrences ?? []).filter((o) => days.includes(o.date));
  const first = Math.floor(Math.min(8 * HOUR, ...all.map(startMin)) / HOUR) * HOUR;
  const last = Math.ceil(Math.max(18 * HOUR, ...all.map(endMin)) / HOUR) * HOUR;
  const hours = Array.from({ length: (last - first) / HOUR + 1 }, (_, i) => first + i * HOUR);
  const scale = { first, span: last - first };
  return (
    <div className="p-5 md:p-7">
      <div aria-hidden className="relative mr-44 mb-1 ml-28 hidden h-5 md:block">
        {hours.map((hour) => (
          <span
            key={hour}
            className="tabular absolute -translate-x-1/2 font-mono text-[12px] text-soft"
            style={{ left: `${(100 * (hour - first)) / scale.span}%` }}
          >
            {timeFrom(hour)}
          </span>
        ))}
      </div>
      <ol aria-label="The days of the week" className="divide-y divide-line border-y border-line">
        {days.map((day) => (
          <Lane
            key={day}
            day={day}
            all={all.filter((o) => o.date === day)}
            scale={scale}
            hours={hours}
            times={times}
            also={alsoOn(day, programmes, times)}
            onAsk={onAsk}
            onDay={() => onDay(day)}
          />
        ))}
      </ol>
      {all.length === 0 && times.occurrences && (
        <p className="mt-4 text-soft">Nothing is scheduled for this week.</p>
      )}
      <p className="mt-3 hidden text-[13px] text-soft md:block">
        Drag a lesson along its lane or to another day; with the keyboard, the arrow keys move the
        one that is chosen. Only that time moves.
      </p>
    </div>
  );
}

interface LaneProps {
  day: string;
  all: readonly Occurrence[];
  scale: { first: number; span: number };
  hours: readonly number[];
  times: Times;
  /** Work the programmes want of the other horses, in words. */
  also: readonly string[];
  onAsk(asked: Asked): void;
  onDay(): void;
}

function Lane({ day, all, scale, hours, times, also, onAsk, onDay }: LaneProps) {
  const places = sideBySide(all);
  const rows = Math.max(1, ...places.map((p) => p.of));
  const left = (minute: number) => `${(100 * (minute - scale.first)) / scale.span}%`;
  return (
    <li data-date={day} className="flex flex-col gap-1 py-1 md:flex-row md:gap-0">
      <button
        type="button"
        className={`w-28 shrink-0 py-2 text-left text-[14px] hover:underline ${day === today() ? 'font-bold' : ''}`}
        onClick={onDay}
      >
        {longDate(day).split(',')[0]!}
        <span className="ml-1.5 text-soft">{Number(day.slice(8))}</span>
      </button>
      <div
        data-lane
        className="relative flex flex-1 flex-col gap-1 md:block md:h-(--rows)"
        style={{ '--rows': `${rows * ROW_PX + 4}px` } as React.CSSProperties}
      >
        {hours.map((hour) => (
          <span
            key={hour}
            aria-hidden
            className="absolute inset-y-0 hidden border-l border-dotted border-line md:block"
            style={{ left: left(hour) }}
          />
        ))}
        {all.map((o, i) => (
          <Piece
            key={keyOf(o)}
            o={o}
            times={times}
            clashes={clashesOf(o, all, times.timetable, times.busy).map((c) =>
              clashSaid(c, times.names),
            )}
            scale={scale}
            style={{
              '--left': left(startMin(o)),
              '--width': `calc(${(100 * o.minutes) / scale.span}% - 2px)`,
              '--top': `${places[i]!.place * ROW_PX + 2}px`,
            }}
            onOpen={() => onAsk({ kind: 'change', of: o })}
          />
        ))}
      </div>
      <p className="text-[13px] text-soft md:w-44 md:shrink-0 md:self-center md:pl-4">
        {also.join(' · ')}
      </p>
    </li>
  );
}

/** The days of the programmes that are not lessons: who is lunged, who rests. */
function alsoOn(day: string, programmes: readonly ProgrammeRecord[], { names }: Times): string[] {
  return programmes.flatMap(({ horseId, plan }) => {
    const kind = plan.weeks.flatMap((w) => w.days).find((d) => d.date === day)?.kind;
    const name = names.horse(horseId);
    return kind && kind !== 'lesson' && name !== ''
      ? [`${name}: ${DAYS[kind].label.toLowerCase()}`]
      : [];
  });
}

interface PieceProps {
  o: Occurrence;
  times: Times;
  clashes: readonly string[];
  scale: { first: number; span: number };
  style: Record<string, string>;
  onOpen(): void;
}

/** A lesson on its lane: it opens by a click and moves by dragging or by the arrow keys. */
function Piece({ o, times, clashes, scale, style, onOpen }: PieceProps) {
  const change = useChange();
  const called = calledOf(o, times.names);
  const piece = useRef<HTMLButtonElement>(null);
  const moveTo = (date: string, minute: number) => {
    const start = timeFrom(Math.min(24 * HOUR - o.minutes, Math.max(0, minute)));
    if (date === o.date && start === o.start) return;
    void change.moveOnce(
      o,
      { ...placeOf(o), date, start },
      `${called}: ${longDate(date)}, ${start}.`,
    );
  };
  const minutesOf = (px: number): number => {
    const width = piece.current?.closest('[data-lane]')?.clientWidth ?? 1;
    return Math.round(((px / width) * scale.span) / STEP_MIN) * STEP_MIN;
  };
  const { by, hand } = useDragged({
    onClick: onOpen,
    onDrop: (moved, at) => moveTo(dateAt(at) ?? o.date, startMin(o) + minutesOf(moved.x)),
  });
  return (
    <button
      ref={piece}
      type="button"
      aria-label={`${called}, ${longDate(o.date)}, ${o.start}, ${o.minutes} minutes${o.cancelled === null ? '' : ', cancelled'}${clashes.length > 0 ? `. ${clashes.join(' ')}` : ''}`}
      title={[`${o.start} ${called}`, aboutOf(o, times), ...clashes].join('\n')}
      className={`flex h-[52px] touch-none items-center gap-2 rounded-md border border-l-4 px-2 text-left text-[13px] max-md:overflow-hidden md:flex-col md:items-start md:justify-center md:gap-0 md:px-1 md:leading-tight hover:border-leather md:absolute md:top-(--top) md:left-(--left) md:w-(--width) ${o.cancelled === null ? 'border-line border-l-leather' : 'border-dashed border-line text-soft line-through'} ${clashes.length > 0 ? 'bg-slip' : 'bg-page'} ${by ? 'z-20 cursor-grabbing shadow-xl' : ''}`}
      style={{ ...style, ...(by && { transform: `translate(${by.x}px, ${by.y}px)` }) }}
      {...hand}
      onKeyDown={(event) => {
        const step = {
          ArrowLeft: { days: 0, min: -STEP_MIN },
          ArrowRight: { days: 0, min: STEP_MIN },
          ArrowUp: { days: -1, min: 0 },
          ArrowDown: { days: 1, min: 0 },
        }[event.key];
        if (!step) return;
        event.preventDefault();
        moveTo(daysLater(o.date, step.days), startMin(o) + step.min);
      }}
    >
      <span className="tabular shrink-0 font-mono text-[12px] text-soft md:hidden">{o.start}</span>
      <b className="font-book whitespace-nowrap">
        {clashes.length > 0 && <span className="text-ochre">▲ </span>}
        {called}
      </b>
      <span className="truncate text-soft md:hidden">{aboutOf(o, times)}</span>
      <span className="hidden text-[12px] whitespace-nowrap text-soft md:block">
        {times.names.rider(o.appointment.riderId).split(' ')[0]}
      </span>
    </button>
  );
}

/** The day whose lane lies under a point of the window. */
const dateAt = ({ x, y }: Point): string | null | undefined =>
  document
    .elementsFromPoint(x, y)
    .map((e) => e.closest('[data-date]'))
    .find(Boolean)
    ?.getAttribute('data-date');

interface Point {
  readonly x: number;
  readonly y: number;
}

interface Dragged {
  onClick(): void;
  /** @param moved how far, @param at where in the window, in pixels */
  onDrop(moved: Point, at: Point): void;
}

/** So far a hand may tremble. */
const STILL_PX = 5;

/** A thing that is dragged by the mouse and clicked; a finger scrolls the page. */
function useDragged({ onClick, onDrop }: Dragged) {
  const [by, setBy] = useState<Point | null>(null);
  const from = useRef<Point | null>(null);
  // The click that ends a drag opens nothing.
  const dragged = useRef(false);
  const letGo = () => {
    from.current = null;
    setBy(null);
  };
  const hand = {
    onClick() {
      if (!dragged.current) onClick();
      dragged.current = false;
    },
    onPointerDown(event: PointerEvent<HTMLElement>) {
      if (event.pointerType === 'touch') return;
      event.currentTarget.setPointerCapture(event.pointerId);
      from.current = { x: event.clientX, y: event.clientY };
      dragged.current = false;
    },
    onPointerMove({ clientX, clientY }: PointerEvent<HTMLElement>) {
      if (!from.current) return;
      const moved = { x: clientX - from.current.x, y: clientY - from.current.y };
      if (!by && Math.hypot(moved.x, moved.y) <= STILL_PX) return;
      dragged.current = true;
      setBy(moved);
    },
    onPointerUp(event: PointerEvent<HTMLElement>) {
      letGo();
      if (by) onDrop(by, { x: event.clientX, y: event.clientY });
    },
    onPointerCancel: letGo,
  };
  return { by, hand };
}
