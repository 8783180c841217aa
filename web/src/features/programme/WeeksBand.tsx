import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { DayKind } from '@canter-book/core/programme/days';
import type { Wished } from '@canter-book/core/programme/fromBook';
import type { Programme, Week } from '@canter-book/core/programme/programme';
import { daysLater } from '@canter-book/core/progress/days';
import { longDate, shortDate } from '../../app/dates.ts';
import { SideScroll } from '../../ui/SideScroll.tsx';
import { GateBuckle } from './GateBuckle.tsx';
import { withDays, withTheme } from './pins.ts';

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
const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const BAR_PX = 54;

/** Weeks as columns: the theme a band over them, its gate a buckle, the load a bar, the days below. */
export function WeeksBand({
  programme,
  wished,
  chosen,
  today,
  onChoose,
  onChange,
}: WeeksBandProps) {
  const { weeks, steps } = programme;
  const most = Math.max(...weeks.map((w) => w.load));
  const column = (monday: string) => weeks.findIndex((w) => w.monday === monday) + 2;
  const grid = { gridTemplateColumns: `2.4rem repeat(${weeks.length}, minmax(3.4rem, 1fr))` };
  const drag = useDayDrag(weeks, (from, to) => onChange(withDays(wished, weeks, from, to)));
  return (
    <section aria-label="The weeks">
      <SideScroll label="The weeks, from left to right">
        <div className="grid min-w-fit gap-x-1 text-[12.5px]" style={grid}>
          <span />
          {weeks.map((week) => (
            <button
              key={week.monday}
              type="button"
              aria-pressed={week.monday === chosen}
              aria-label={`Week of ${longDate(week.monday)}`}
              className="tabular min-h-9 rounded-t-md text-center text-soft hover:text-ink aria-pressed:bg-sand-light aria-pressed:font-bold aria-pressed:text-ink"
              onClick={() => onChoose(week.monday)}
            >
              {shortDate(week.monday)}
            </button>
          ))}
          {steps.map((step) => {
            const first = Math.max(
              2,
              column(step.from < weeks[0]!.monday ? weeks[0]!.monday : step.from),
            );
            const last = daysLater(step.from, 7 * (step.weeks - 1));
            return (
              <div
                key={step.from}
                className="forced-shape relative mb-2 flex h-9 items-center overflow-hidden rounded-md bg-sand pr-8 pl-2"
                style={{ gridColumn: `${first} / ${column(last) + 1}`, gridRow: 2 }}
              >
                <b className="truncate font-book text-[14px]">{step.theme}</b>
                <span className="absolute right-1.5">
                  <GateBuckle state={step.reading.state} />
                </span>
              </div>
            );
          })}
          <span className="self-end text-[11.5px] text-soft" style={{ gridRow: 3 }}>
            load
          </span>
          {weeks.map((week, w) => (
            <div
              key={week.monday}
              title={`Load ${Math.round(week.load)}`}
              className="flex items-end justify-center"
              style={{ gridRow: 3, gridColumn: w + 2, height: BAR_PX }}
            >
              <span
                className="forced-shape block w-3/5 rounded-t-sm bg-leather-light"
                style={{
                  height: `${(BAR_PX * week.load) / most}px`,
                  background: 'var(--leather-light)',
                }}
              />
            </div>
          ))}
          {WEEKDAYS.map((word, d) => (
            <span key={word} className="flex items-center text-soft" style={{ gridRow: 4 + d }}>
              {word}
            </span>
          ))}
          {weeks.flatMap((week, w) =>
            week.days.map((day, d) => {
              const isFixed = wished.days.some((f) => f.date === day.date);
              const isPast = day.date < today;
              return (
                <button
                  key={day.date}
                  type="button"
                  data-day={day.date}
                  disabled={isPast}
                  aria-label={`${longDate(day.date)}: ${day.kind}${day.minutes > 0 ? `, ${day.minutes} minutes` : ''}${isFixed ? ', fixed' : ''}`}
                  className={`min-h-7 truncate border-t border-dotted border-line px-0.5 text-center ${week.monday === chosen ? 'bg-sand-light' : ''} ${isPast ? 'text-soft opacity-60' : 'cursor-grab touch-none'} ${day.kind === 'lesson' || day.kind === 'goal' || day.kind === 'poles' ? 'font-bold' : ''} ${day.date === today ? 'outline-2 -outline-offset-2 outline-leather' : ''} ${isFixed ? 'underline decoration-2' : ''} ${drag.over === day.date ? 'bg-sand' : ''}`}
                  style={{ gridRow: 4 + d, gridColumn: w + 2 }}
                  onClick={() => onChoose(week.monday)}
                  {...drag.of(day.date)}
                >
                  {SHORT[day.kind]}
                </button>
              );
            }),
          )}
          <span className="text-[11.5px] text-soft" style={{ gridRow: 11 }}>
            fix
          </span>
          {weeks.map((week, w) => (
            <ThemeOf
              key={week.monday}
              week={week}
              column={w + 2}
              wished={wished}
              onChange={onChange}
              themes={themesIn(programme)}
            />
          ))}
        </div>
      </SideScroll>
      <p className="mt-2 text-[13px] text-soft">
        Drag a day onto another of its week, or use the up and down arrow keys; what you fix is
        underlined, and the rest is planned again around it.
      </p>
    </section>
  );
}

const themesIn = ({ weeks, forecast, steps }: Programme) => [
  ...new Set([
    ...forecast.map((f) => f.scale),
    ...steps.map((s) => s.theme),
    ...weeks.map((w) => w.theme),
  ]),
];

interface ThemeOfProps {
  week: Week;
  column: number;
  wished: Wished;
  themes: readonly Week['theme'][];
  onChange(part: Partial<Wished>): void;
}

/** The theme of a week, fixed by hand. */
function ThemeOf({ week, column, wished, themes, onChange }: ThemeOfProps) {
  const fixed = wished.themes.find((t) => t.monday === week.monday)?.theme ?? '';
  return (
    <select
      aria-label={`Theme of the week of ${longDate(week.monday)}`}
      className="mt-1 h-7 w-full rounded border border-line bg-page text-[11.5px]"
      style={{ gridRow: 11, gridColumn: column }}
      value={fixed}
      onChange={(e) =>
        onChange(withTheme(wished, week.monday, e.target.value as Week['theme'] | ''))
      }
    >
      <option value="">free</option>
      {themes.map((theme) => (
        <option key={theme} value={theme}>
          {theme}
        </option>
      ))}
    </select>
  );
}

/** Days that are dragged onto another of the same week, or sent up and down by the arrow keys. */
function useDayDrag(weeks: readonly Week[], onSwap: (from: string, to: string) => void) {
  const from = useRef<string | null>(null);
  const [over, setOver] = useState<string | null>(null);
  const sameWeek = (a: string, b: string) =>
    weeks.some(({ days }) => days.some((d) => d.date === a) && days.some((d) => d.date === b));
  const dayAt = (event: PointerEvent): string | null =>
    document
      .elementsFromPoint(event.clientX, event.clientY)
      .map((e) => e.getAttribute('data-day'))
      .find((day): day is string => day !== null) ?? null;
  return {
    over,
    of: (date: string) => ({
      onPointerDown(event: PointerEvent<HTMLButtonElement>) {
        from.current = date;
        event.currentTarget.setPointerCapture(event.pointerId);
      },
      onPointerMove(event: PointerEvent<HTMLButtonElement>) {
        if (!from.current) return;
        const there = dayAt(event);
        setOver(there && there !== from.current && sameWeek(there, from.current) ? there : null);
      },
      onPointerUp() {
        if (from.current && over) onSwap(from.current, over);
        from.current = null;
        setOver(null);
      },
      onPointerCancel() {
        from.current = null;
        setOver(null);
      },
      onKeyDown(event: KeyboardEvent<HTMLButtonElement>) {
        const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
        if (step === undefined) return;
        event.preventDefault();
        const to = daysLater(date, step);
        if (sameWeek(date, to)) onSwap(date, to);
      },
    }),
  };
}
