import { loadsOf } from '@canter-book/core/programme/load';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import { daysLater } from '@canter-book/core/progress/days';
import { useSessionsQuery } from '../../api/api.ts';
import { today } from '../../app/dates.ts';

/** What was planned and what was done, over a week and four: minutes times effort. */
export function Loads({ record, horseId }: { record: ProgrammeRecord; horseId: string }) {
  const now = today();
  const { data: sessions = [] } = useSessionsQuery({ horseId, since: daysLater(now, -28) });
  const loads = loadsOf(record, sessions, now);
  const most = Math.max(1, loads.planned28, loads.done28);
  return (
    <section>
      <h2 className="mb-1 text-lg">Load</h2>
      <p className="mb-2 text-[13px] text-soft">
        Minutes times effort: a lesson counts 5, lunging 4, an easy day 3, a hack 2.
      </p>
      {(
        [
          ['7 days, planned', loads.planned7],
          ['7 days, done', loads.done7],
          ['28 days, planned', loads.planned28],
          ['28 days, done', loads.done28],
        ] as const
      ).map(([label, load]) => (
        <p
          key={label}
          className="mb-1 grid grid-cols-[8rem_1fr_3.5rem] items-center gap-2 text-[14px]"
        >
          {label}
          <span
            className="forced-shape block h-3 rounded-sm"
            style={{ width: `${(100 * load) / most}%`, background: 'var(--leather-light)' }}
          />
          <span className="tabular text-right font-mono">{Math.round(load)}</span>
        </p>
      ))}
      {loads.jump !== null && (
        <p className="mt-2 rounded-lg bg-slip px-3 py-2 text-[14px]">
          ▲ The last week was {loads.jump.toFixed(1)} times the mean of four: take the next days
          lightly. You on the spot decide, and the vet’s word comes first.
        </p>
      )}
    </section>
  );
}
