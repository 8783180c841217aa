import { ChevronLeft, ChevronRight } from 'lucide-react';
import { monthIn, WEEKDAYS_SHORT } from '@canter-book/core/daysSaid';
import { daysLater, mondayOf, weekFrom } from '@canter-book/core/progress/days';
import { today } from '../../app/dates.ts';
import type { Times } from './useTimes.ts';

interface WeekStripProps {
  date: string;
  times: Times;
  onGo(date: string): void;
}

/** As many minutes in the saddle fill the line under a day. */
const FULL_MIN = 360;

/** The week at a glance: a line under each day, as long as its time in the saddle. */
export function WeekStrip({ date, times, onGo }: WeekStripProps) {
  const now = today();
  const arrow = 'min-h-11 px-1 text-soft hover:text-leather';
  return (
    <nav
      aria-label="Days of the week"
      className="flex items-stretch border-b border-line px-3 md:px-5"
    >
      <button
        type="button"
        aria-label="The week before"
        className={arrow}
        onClick={() => onGo(daysLater(date, -7))}
      >
        <ChevronLeft size={20} aria-hidden />
      </button>
      <ol className="flex max-w-3xl flex-1">
        {weekFrom(mondayOf(date)).map((day, weekday) => {
          const minutes = (times.occurrences ?? [])
            .filter((o) => o.date === day && o.cancelled === null)
            .reduce((sum, o) => sum + o.minutes, 0);
          return (
            <li key={day} className="flex-1">
              <button
                type="button"
                aria-current={day === date ? 'date' : undefined}
                className="flex min-h-14 w-full flex-col items-center justify-center gap-0.5 rounded-md text-[13px] hover:bg-sand-light aria-[current=date]:bg-leather aria-[current=date]:text-on-leather"
                onClick={() => onGo(day)}
              >
                <span>
                  <span className="max-md:block">{WEEKDAYS_SHORT[weekday]}</span>{' '}
                  <b className={`tabular text-[15px] ${day === now ? 'underline' : ''}`}>
                    {Number(day.slice(8))}
                  </b>
                  <span className="sr-only">{` ${monthIn(day)}, ${minutes} min`}</span>
                </span>
                <span className="block h-1 w-3/4 max-w-12">
                  <span
                    className="forced-shape mx-auto block h-1 rounded-full bg-slip-edge"
                    style={{ width: `${Math.min(100, (100 * minutes) / FULL_MIN)}%` }}
                  />
                </span>
              </button>
            </li>
          );
        })}
      </ol>
      <button
        type="button"
        aria-label="The week after"
        className={arrow}
        onClick={() => onGo(daysLater(date, 7))}
      >
        <ChevronRight size={20} aria-hidden />
      </button>
    </nav>
  );
}
