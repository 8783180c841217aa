import { useMemo } from 'react';
import type { SessionSummary } from '@canter-book/core/book/summaries';
import { dateOf, dayOf } from '@canter-book/core/progress/days';
import { useSessionsQuery } from '../../api/sessions.ts';
import { shortDate } from '../../app/dates.ts';
import { counted } from '../../app/words.ts';

const WEEKS = 26;
const DAY_W = 9;
const WEEK_W = 7 * DAY_W + 8;
const ROW_H = 26;
const PER_ROW = 9;

/** A hoof print from above: the open shoe, larger for a longer lesson. */
function Print({ x, y, minutes }: { x: number; y: number; minutes: number }) {
  const r = 1.9 + Math.min(minutes, 60) / 32;
  return (
    <path
      d={`M${x - r * 0.75} ${y + r}a${r} ${r * 1.15} 0 1 1 ${r * 1.5} 0`}
      fill="none"
      stroke="var(--leather)"
      strokeWidth={1.5}
      strokeLinecap="round"
    />
  );
}

function minutesByDay(sessions: readonly SessionSummary[]): ReadonlyMap<number, number> {
  const byDay = new Map<number, number>();
  for (const s of sessions) {
    const day = dayOf(s.date);
    byDay.set(day, (byDay.get(day) ?? 0) + (s.minutes ?? 0));
  }
  return byDay;
}

/** Half a year as a trail: each week a stretch of sand, each lesson a hoof print on its day. */
export function SessionCalendar({ horseId, today }: { horseId: string; today: number }) {
  // Weeks begin on Monday; day 4 (1970-01-05) was one.
  const thisWeek = Math.floor((today - 4) / 7);
  const firstDay = (thisWeek - WEEKS + 1) * 7 + 4;
  const { data } = useSessionsQuery({ horseId, since: dateOf(firstDay), limit: 400 });
  const minutes = useMemo(() => minutesByDay(data ?? []), [data]);
  const total = [...minutes.values()].reduce((a, b) => a + b, 0);
  const weeks = Array.from({ length: WEEKS }, (_, w) => firstDay + 7 * w);
  return (
    <section aria-labelledby="calendar">
      <h2 id="calendar" className="mb-2 text-xl">
        Sessions
      </h2>
      <p className="mb-3 text-[14px] text-soft">
        {counted(minutes.size, 'day')} in half a year, {(total / 60).toFixed(1)} h in all. Each
        stretch is a week from Monday on; a print is a lesson, larger the longer it was.
      </p>
      <svg
        viewBox={`0 0 ${PER_ROW * WEEK_W} ${Math.ceil(WEEKS / PER_ROW) * ROW_H}`}
        role="img"
        aria-label={`Lessons of the last ${WEEKS} weeks: ${counted(minutes.size, 'day')}`}
        className="picture w-full max-w-4xl"
      >
        {weeks.map((monday, w) => {
          const [left, top] = [(w % PER_ROW) * WEEK_W, Math.floor(w / PER_ROW) * ROW_H];
          const days = Array.from({ length: 7 }, (_, i) => monday + i).filter((d) => d <= today);
          return (
            <g key={monday}>
              <text x={left} y={top + 6} fontSize={6.2} fill="var(--soft)">
                {shortDate(dateOf(monday))}
              </text>
              <path
                d={`M${left} ${top + 17}h${7 * DAY_W}`}
                stroke="var(--sand)"
                strokeWidth={9}
                strokeLinecap="butt"
              />
              {days.map((day, i) =>
                minutes.has(day) ? (
                  <g key={day}>
                    <title>
                      {shortDate(dateOf(day))}: {Math.round(minutes.get(day)!)} min
                    </title>
                    <Print x={left + DAY_W * (i + 0.5)} y={top + 16} minutes={minutes.get(day)!} />
                  </g>
                ) : null,
              )}
            </g>
          );
        })}
      </svg>
    </section>
  );
}
