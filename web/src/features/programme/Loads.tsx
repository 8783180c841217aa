import { dailyLoads, loadsOf, type DayLoad } from '@canter-book/core/programme/load';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import { daysLater, mondayOf } from '@canter-book/core/progress/days';
import { useSessionsQuery } from '../../api/sessions.ts';
import { longDate, shortDate, today } from '../../app/dates.ts';

const WEEKS_BACK = 4;
const HIGH_PX = 64;

/** Load, planned and done: by day, over a week and over four. Minutes times effort. */
export function Loads({ record, horseId }: { record: ProgrammeRecord; horseId: string }) {
  const now = today();
  const monday = mondayOf(now);
  const from = daysLater(monday, -7 * WEEKS_BACK);
  const { data: sessions = [] } = useSessionsQuery({ horseId, since: from });
  const loads = loadsOf(record, sessions, now);
  const days = dailyLoads(record, sessions, { from, to: daysLater(monday, 6), today: now });
  return (
    <section>
      <h2 className="mb-1 text-lg">Load</h2>
      <p className="mb-3 text-[13px] text-soft">
        Minutes times effort: a lesson counts 5, lunging 4, an easy day 3, a hack 2.
      </p>
      <Bars days={days} now={now} />
      <table className="mt-3 w-full max-w-xs text-[14px]">
        <thead>
          <tr className="text-right text-[13px] text-soft">
            <td />
            <th scope="col" className="font-normal">
              planned
            </th>
            <th scope="col" className="font-normal">
              done
            </th>
          </tr>
        </thead>
        <tbody className="tabular text-right font-mono">
          <Sums label="7 days" planned={loads.planned7} done={loads.done7} />
          <Sums label="28 days" planned={loads.planned28} done={loads.done28} />
        </tbody>
      </table>
      {loads.jump !== null && (
        <p className="mt-2 rounded-lg bg-slip px-3 py-2 text-[14px]">
          ▲ The last week was {loads.jump.toFixed(1)} times the mean of four: take the next days
          lightly. You on the spot decide, and the vet’s word comes first.
        </p>
      )}
    </section>
  );
}

const Sums = ({ label, planned, done }: { label: string; planned: number; done: number }) => (
  <tr>
    <th scope="row" className="text-left font-sans font-normal">
      {label}
    </th>
    <td>{Math.round(planned)}</td>
    <td>{Math.round(done)}</td>
  </tr>
);

/** A column a day: the frame is what was planned, the filling what was done. */
function Bars({ days, now }: { days: readonly DayLoad[]; now: string }) {
  const most = Math.max(1, ...days.map((d) => Math.max(d.planned, d.done ?? 0)));
  const px = (load: number) => `${(HIGH_PX * load) / most}px`;
  return (
    <>
      <ol
        aria-label="Load by day"
        className="flex items-end border-b border-line"
        style={{ height: HIGH_PX + 4 }}
      >
        {days.map((day, i) => (
          <li
            key={day.date}
            title={saidOf(day)}
            className={`relative h-full flex-1 ${i % 7 === 0 ? 'border-l border-dotted border-line' : ''} ${day.date === now ? 'bg-sand-light' : ''}`}
          >
            <span className="sr-only">{saidOf(day)}</span>
            {day.done !== null && day.done > 0 && (
              <span
                aria-hidden
                className="forced-shape absolute inset-x-[15%] bottom-0 rounded-t-sm"
                style={{ height: px(day.done), background: 'var(--leather-light)' }}
              />
            )}
            {day.planned > 0 && (
              <span
                aria-hidden
                className="absolute inset-x-[15%] bottom-0 rounded-t-sm border border-b-0 border-leather"
                style={{ height: px(day.planned) }}
              />
            )}
          </li>
        ))}
      </ol>
      <p aria-hidden className="tabular flex text-[11.5px] text-soft">
        {days
          .filter((_, i) => i % 7 === 0)
          .map((day) => (
            <span key={day.date} className="flex-1 pl-1">
              {shortDate(day.date)}
            </span>
          ))}
      </p>
      <p aria-hidden className="mt-1 text-[13px] text-soft">
        Outline: planned. Filled: done.
      </p>
    </>
  );
}

const saidOf = ({ date, planned, done }: DayLoad): string =>
  `${longDate(date)}: ${Math.round(planned)} planned${done === null ? '' : `, ${Math.round(done)} done`}`;
