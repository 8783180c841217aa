import { useRef, useState, type CSSProperties, type PointerEvent } from 'react';
import { WEEKDAYS_SHORT } from '@canter-book/core/daysSaid';
import type { DayKind } from '@canter-book/core/programme/days';
import type { Wished } from '@canter-book/core/programme/fromBook';
import type { Programme } from '@canter-book/core/programme/types';
import { daysLater } from '@canter-book/core/progress/days';
import { longDate, shortDate } from '../../app/dates.ts';
import { SideScroll } from '../../ui/SideScroll.tsx';
import { GateBuckle } from './GateBuckle.tsx';
import { withDays, withTheme, withWeeks } from './pins.ts';

interface WeeksBandProps {
  programme: Programme;
  wished: Wished;
  chosen: string;
  today: string;
  onChoose(monday: string): void;
  onChange(part: Partial<Wished>): void;
}

/** A day in a few letters; what rests says nothing. */
const SHORT: Readonly<Record<DayKind, string>> = {
  lesson: 'Lesson',
  poles: 'Poles',
  lunge: 'Lunge',
  easy: 'Easy',
  hack: 'Hack',
  rest: '·',
  goal: 'The day',
};
const BAR_PX = 54;

/** Weeks as columns: the theme a band over them, its gate a buckle, the load a bar, the days below. */
export function WeeksBand(props: WeeksBandProps) {
  const { programme, wished, chosen, today, onChoose, onChange } = props;
  const { weeks, steps } = programme;
  const grid = { gridTemplateColumns: `2.4rem repeat(${weeks.length}, minmax(3.4rem, 1fr))` };
  const { swap, days, exchange, themes } = useHands(programme, wished, onChange);
  return (
    <section aria-label="The weeks">
      <SideScroll label="The weeks, from left to right">
        <div className="grid min-w-fit gap-x-1 text-[12.5px]" style={grid}>
          <span />
          {weeks.map(({ monday }) => (
            <WeekHead
              key={monday}
              monday={monday}
              isChosen={monday === chosen}
              isOver={[themes.over, exchange.over].includes(monday)}
              isFixed={wished.themes.some((t) => t.monday === monday)}
              onChoose={onChoose}
              {...exchange.of(monday)}
            />
          ))}
          {steps.map((step) => (
            <ThemeBand key={step.from} step={step} weeks={weeks} {...themes.of(step.from)} />
          ))}
          <TodayLine weeks={weeks} today={today} />
          <LoadBars weeks={weeks} />
          {WEEKDAYS_SHORT.map((word, d) => (
            <span key={word} className="flex items-center text-soft" style={{ gridRow: 4 + d }}>
              {word}
            </span>
          ))}
          {weeks.flatMap((week, w) =>
            week.days.map((day, d) => (
              <DayCell
                key={day.date}
                day={day}
                at={{ gridRow: 4 + d, gridColumn: w + 2 }}
                look={{
                  isChosen: week.monday === chosen,
                  isFixed: wished.days.some((f) => f.date === day.date),
                  isPast: day.date < today,
                  isToday: day.date === today,
                  isOver: days.over === day.date,
                }}
                onChoose={() => onChoose(week.monday)}
                onSwap={(by) => swap(day.date, daysLater(day.date, by))}
                {...days.of(day.date)}
              />
            )),
          )}
        </div>
      </SideScroll>
      <HowToMove />
    </section>
  );
}

/** Dragging: a day onto another of its week, a week onto another, a theme onto a week. */
function useHands(
  { weeks, steps }: Programme,
  wished: Wished,
  onChange: WeeksBandProps['onChange'],
) {
  const inOneWeek = (a: string, b: string) =>
    weeks.some(({ days }) => days.some((d) => d.date === a) && days.some((d) => d.date === b));
  const swap = (from: string, to: string) => {
    if (inOneWeek(from, to)) onChange(withDays(wished, weeks, from, to));
  };
  const days = useDragOnto('data-day', swap);
  const exchange = useDragOnto('data-week', (from, to) =>
    onChange(withWeeks(wished, weeks, from, to)),
  );
  const themes = useDragOnto('data-week', (from, to) => {
    const step = steps.find((s) => s.from === from);
    if (step) onChange(withTheme(wished, to, step.theme));
  });
  return { swap, days, exchange, themes };
}

const HowToMove = () => (
  <p className="mt-2 text-[13px] text-soft">
    Drag a day onto another of its week, a theme onto a week, or a week onto another; the up and
    down arrow keys move a day. What you fix is underlined, and the rest is planned again around it.
  </p>
);

interface WeekHeadProps extends DragHandles {
  monday: string;
  isChosen: boolean;
  /** Something is held over it. */
  isOver: boolean;
  isFixed: boolean;
  onChoose(monday: string): void;
}

const WeekHead = ({ monday, isChosen, isOver, isFixed, onChoose, ...hands }: WeekHeadProps) => (
  <button
    type="button"
    data-week={monday}
    aria-pressed={isChosen}
    aria-label={`Week of ${longDate(monday)}`}
    className={`tabular min-h-9 rounded-t-md text-center text-soft hover:text-ink aria-pressed:bg-sand-light aria-pressed:font-bold aria-pressed:text-ink ${isOver ? 'bg-sand' : ''} ${isFixed ? 'underline decoration-2' : ''}`}
    onClick={() => onChoose(monday)}
    {...hands}
  >
    {shortDate(monday)}
  </button>
);

interface ThemeBandProps extends DragHandles {
  step: Programme['steps'][number];
  weeks: Programme['weeks'];
}

/** A theme over its weeks, with the gate at its end. */
function ThemeBand({ step, weeks, ...drag }: ThemeBandProps) {
  const column = (monday: string) => weeks.findIndex((w) => w.monday === monday) + 2;
  const begun = step.from < weeks[0]!.monday ? weeks[0]!.monday : step.from;
  const first = Math.max(2, column(begun));
  const last = daysLater(step.from, 7 * (step.weeks - 1));
  return (
    <div
      title="Drag it onto a week to fix it there"
      className="forced-shape relative mb-2 flex h-9 cursor-grab touch-none items-center overflow-hidden rounded-md bg-sand pr-8 pl-2"
      {...drag}
      style={{ gridColumn: `${first} / ${column(last) + 1}`, gridRow: 2 }}
    >
      <b className="truncate font-book text-[14px]">{step.theme}</b>
      <span className="absolute right-1.5">
        <GateBuckle state={step.reading.state} />
      </span>
    </div>
  );
}

/** The load of each week, as a bar. */
function LoadBars({ weeks }: { weeks: Programme['weeks'] }) {
  const most = Math.max(...weeks.map((w) => w.load));
  return (
    <>
      <span className="self-end text-[11.5px] text-soft" style={{ gridRow: 3 }}>
        load
      </span>
      {weeks.map((week, w) => (
        <div
          key={week.monday}
          title={`Load ${Math.round(week.load)}`}
          className="tabular flex flex-col items-center justify-end text-[11.5px] text-soft"
          style={{ gridRow: 3, gridColumn: w + 2, height: BAR_PX + 18 }}
        >
          {Math.round(week.load)}
          <span
            className="forced-shape block w-3/5 rounded-t-sm bg-leather-light"
            style={{
              height: `${(BAR_PX * week.load) / most}px`,
              background: 'var(--leather-light)',
            }}
          />
        </div>
      ))}
    </>
  );
}

interface DayCellProps extends DragHandles {
  day: Programme['weeks'][number]['days'][number];
  at: CSSProperties;
  look: Readonly<Record<'isChosen' | 'isFixed' | 'isPast' | 'isToday' | 'isOver', boolean>>;
  onChoose(): void;
  /** With the day before it or after it. */
  onSwap(by: number): void;
}

function DayCell({ day, at, look, onChoose, onSwap, ...drag }: DayCellProps) {
  const { isChosen, isFixed, isPast, isToday, isOver } = look;
  return (
    <button
      type="button"
      data-day={day.date}
      disabled={isPast}
      aria-label={`${longDate(day.date)}: ${day.kind}${day.minutes > 0 ? `, ${day.minutes} minutes` : ''}${isFixed ? ', fixed' : ''}`}
      className={`min-h-7 truncate border-t border-dotted border-line px-0.5 text-center ${isChosen ? 'bg-sand-light' : ''} ${isPast ? 'text-soft' : 'cursor-grab touch-none'} ${day.kind === 'lesson' || day.kind === 'goal' || day.kind === 'poles' ? 'font-bold' : ''} ${isToday ? 'outline-2 -outline-offset-2 outline-leather' : ''} ${isFixed ? 'underline decoration-2' : ''} ${isOver ? 'bg-sand' : ''}`}
      style={at}
      onClick={onChoose}
      {...drag}
      onKeyDown={(event) => {
        const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
        if (by === undefined) return;
        event.preventDefault();
        onSwap(by);
      }}
    >
      {SHORT[day.kind]}
    </button>
  );
}

/** How far the week under way has come, on its load. */
function TodayLine({ weeks, today }: { weeks: Programme['weeks']; today: string }) {
  const w = weeks.findIndex(({ days }) => days.some((d) => d.date === today));
  if (w < 0) return null;
  const day = weeks[w]!.days.findIndex((d) => d.date === today);
  return (
    <span
      aria-hidden
      className="pointer-events-none z-10 w-0 self-end border-l-2 border-dashed border-ink"
      style={{
        gridColumn: w + 2,
        gridRow: 3,
        height: BAR_PX,
        marginLeft: `${(100 * (day + 0.5)) / 7}%`,
      }}
    />
  );
}

type DragHandles = ReturnType<ReturnType<typeof useDragOnto>['of']>;

/** Something that is dragged onto something else, each known by its mark on the page. */
function useDragOnto(mark: string, onDrop: (from: string, to: string) => void) {
  const from = useRef<string | null>(null);
  const [over, setOver] = useState<string | null>(null);
  const under = (event: PointerEvent): string | null =>
    document
      .elementsFromPoint(event.clientX, event.clientY)
      .map((e) => e.getAttribute(mark))
      .find((found): found is string => found !== null) ?? null;
  const end = () => {
    from.current = null;
    setOver(null);
  };
  return {
    over,
    of: (name: string) => ({
      onPointerDown(event: PointerEvent<HTMLElement>) {
        from.current = name;
        event.currentTarget.setPointerCapture(event.pointerId);
      },
      onPointerMove(event: PointerEvent<HTMLElement>) {
        if (!from.current) return;
        const there = under(event);
        setOver(there === from.current ? null : there);
      },
      onPointerUp() {
        if (from.current && over) onDrop(from.current, over);
        end();
      },
      onPointerCancel: end,
    }),
  };
}
