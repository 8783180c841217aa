import { ChevronLeft, ChevronRight } from 'lucide-react';
import { WEEKDAYS_SHORT } from '@canter-book/core/daysSaid';
import { daysLater, mondayOf } from '@canter-book/core/progress/days';
import { keyOf, type Occurrence } from '@canter-book/core/calendar/occurrences';
import { longDate, today } from '../../app/dates.ts';
import { calledOf, type Times } from './useTimes.ts';

interface MonthViewProps {
  date: string;
  times: Times;
  onDay(date: string): void;
  onMonth(date: string): void;
}

const MOST_SHOWN = 4;

/** The month as a diary page: each week a line, each lesson a stroke as long as it lasts. */
export default function MonthView({ date, times, onDay, onMonth }: MonthViewProps) {
  const month = date.slice(0, 7);
  const first = mondayOf(`${month}-01`);
  const weeks = Array.from({ length: 6 }, (_, w) => daysLater(first, 7 * w)).filter(
    (monday) => monday.slice(0, 7) <= month,
  );
  const arrow = 'flex min-h-11 items-center gap-1 px-2 text-soft hover:text-leather';
  return (
    <div className="p-5 md:p-7">
      <p className="mb-2 flex justify-between">
        <button
          type="button"
          className={arrow}
          onClick={() => onMonth(daysLater(`${month}-01`, -1))}
        >
          <ChevronLeft size={18} aria-hidden /> the month before
        </button>
        <button
          type="button"
          className={arrow}
          onClick={() => onMonth(daysLater(`${month}-28`, 4))}
        >
          the month after <ChevronRight size={18} aria-hidden />
        </button>
      </p>
      <table className="w-full table-fixed border-collapse">
        <thead>
          <tr>
            {WEEKDAYS_SHORT.map((word) => (
              <th
                key={word}
                scope="col"
                className="pb-1 text-left text-[13px] font-normal text-soft"
              >
                {word}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {weeks.map((monday) => (
            <tr key={monday} className="border-t border-line">
              {WEEKDAYS_SHORT.map((_, d) => {
                const day = daysLater(monday, d);
                const all = (times.occurrences ?? []).filter((o) => o.date === day);
                return (
                  <td key={day} className="h-24 align-top">
                    <Day {...{ day, all, times }} isOther={!day.startsWith(month)} onDay={onDay} />
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface DayProps {
  day: string;
  all: readonly Occurrence[];
  times: Times;
  /** Of the month before or after. */
  isOther: boolean;
  onDay(date: string): void;
}

const Day = ({ day, all, times, isOther, onDay }: DayProps) => (
  <button
    type="button"
    aria-label={`${longDate(day)}: ${all.length} set`}
    className={`flex h-24 w-full flex-col gap-1 overflow-hidden px-1 py-1.5 text-left hover:bg-sand-light ${isOther ? 'text-soft' : ''}`}
    onClick={() => onDay(day)}
  >
    <span
      className={`tabular text-[14px] ${day === today() ? 'font-bold text-leather underline' : ''}`}
    >
      {Number(day.slice(8))}
    </span>
    {all.slice(0, MOST_SHOWN).map((o) => (
      <span
        key={keyOf(o)}
        className={`flex items-center gap-1.5 text-[12px] leading-none ${o.cancelled === null ? '' : 'text-soft line-through'}`}
      >
        <span
          className="forced-shape block h-1 shrink-0 rounded-full bg-leather"
          style={{ width: `${Math.min(40, o.minutes / 3)}%` }}
        />
        <span className="truncate max-sm:hidden">{calledOf(o, times.names)}</span>
      </span>
    ))}
    {all.length > MOST_SHOWN && (
      <span className="text-[12px] leading-none text-soft">+ {all.length - MOST_SHOWN}</span>
    )}
  </button>
);
