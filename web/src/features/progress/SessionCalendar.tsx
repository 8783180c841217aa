import { useMemo } from 'react';
import { dateOf, dayOf } from '@canter-book/core/progress/days';
import { useSessionsQuery } from '../../api/api.ts';
import { shortDate } from '../../app/dates.ts';

const WEEKS = 26;

/** Half a year of days: darker for longer lessons, an empty square for a free day. */
export function SessionCalendar({ horseId, today }: { horseId: string; today: number }) {
  // Weeks begin on Monday; day 4 (1970-01-05) was one.
  const thisWeek = Math.floor((today - 4) / 7);
  const firstDay = (thisWeek - WEEKS + 1) * 7 + 4;
  const { data } = useSessionsQuery({ horseId, since: dateOf(firstDay), limit: 400 });
  const minutes = useMemo(() => {
    const byDay = new Map<number, number>();
    for (const s of data ?? []) {
      const day = dayOf(s.date);
      byDay.set(day, (byDay.get(day) ?? 0) + (s.minutes ?? 0));
    }
    return byDay;
  }, [data]);
  const total = [...minutes.values()].reduce((a, b) => a + b, 0);
  return (
    <section aria-labelledby="calendar">
      <h2 id="calendar" className="mb-2 text-xl">
        Sessions
      </h2>
      <p className="mb-3 text-[14px] text-soft">
        {minutes.size} {minutes.size === 1 ? 'day' : 'days'} in half a year,{' '}
        {(total / 60).toFixed(1)} h in all.
      </p>
      <svg
        viewBox={`-14 -12 ${WEEKS * 13 + 16} ${7 * 13 + 14}`}
        role="img"
        aria-label={`Lessons of the last ${WEEKS} weeks: ${minutes.size} days`}
        className="w-full max-w-2xl"
      >
        {['M', '', 'W', '', 'F', '', 'S'].map((name, i) => (
          <text key={i} x={-4} y={i * 13 + 9} fontSize={8} textAnchor="end" fill="var(--soft)">
            {name}
          </text>
        ))}
        {Array.from({ length: WEEKS * 7 }, (_, i) => firstDay + i)
          .filter((day) => day <= today)
          .map((day) => {
            const [column, row] = [Math.floor((day - firstDay) / 7), (day - firstDay) % 7];
            const worked = minutes.get(day) ?? 0;
            return (
              <g key={day}>
                {dateOf(day).endsWith('-01') && (
                  <text x={column * 13} y={-4} fontSize={8} fill="var(--soft)">
                    {shortDate(dateOf(day)).slice(2)}
                  </text>
                )}
                <rect
                  x={column * 13}
                  y={row * 13}
                  width={11}
                  height={11}
                  rx={2}
                  fill={worked > 0 ? 'var(--leather)' : 'var(--sand-light)'}
                  fillOpacity={worked > 0 ? Math.min(1, 0.35 + worked / 70) : 1}
                  stroke="var(--line)"
                  strokeWidth={0.5}
                >
                  <title>
                    {shortDate(dateOf(day))}: {worked > 0 ? `${Math.round(worked)} min` : 'free'}
                  </title>
                </rect>
              </g>
            );
          })}
      </svg>
    </section>
  );
}
