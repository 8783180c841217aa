import { holdsByMovement } from '@canter-book/core/debrief/holds';
import { dateOf, dayOf } from '@canter-book/core/progress/days';
import type { TryObservation } from '@canter-book/core/observations/observation';
import type { Session } from '@canter-book/core/book/records';
import type { Tomorrow } from '@canter-book/core/planner/tomorrow';
import { firstUnconfirmed, standingsOf } from '@canter-book/core/progress/standing';
import { useReadingsQuery, useSeenQuery } from '../../api/horses.ts';
import { today } from '../../app/dates.ts';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { NextSets } from './NextSets.tsx';

const YEAR_DAYS = 365;
/** More would not be remembered at the next lesson. */
const MOST = 2;

interface NextTimeProps {
  session: Session;
  tries: readonly TryObservation[];
  /** The next step of each set of this lesson. */
  lines: readonly Tomorrow[];
}

/** A beginning for the next lesson, from where the horse stands and what has held over the year. */
export function NextTime({ session, tries, lines }: NextTimeProps) {
  const { horseId } = session;
  const { data: known } = useReadingsQuery(horseId);
  const since = dateOf(dayOf(today()) - YEAR_DAYS);
  const { data: seen = [] } = useSeenQuery({ horseId, kinds: 'try', since });
  const next = known && firstUnconfirmed(standingsOf(known.readings, dayOf(today())));
  const ridden = new Set(tries.map((t) => t.text));
  const all = seen.flatMap((row) => (row.seen.kind === 'try' ? [row.seen] : []));
  const held = holdsByMovement(all)
    .filter(({ text }) => ridden.has(text))
    .slice(0, MOST);
  if (!next && held.length === 0 && lines.length === 0) return null;
  return (
    <section className="mt-6 max-w-xl rounded-lg bg-sand-light p-4">
      <h3 className="mb-1 text-base">Next time</h3>
      {next && (
        <p>
          Work on first: {next.scale} on the <ReinMark rein={next.rein} word /> rein, about{' '}
          {next.mean.toFixed(1)}.
        </p>
      )}
      {lines.length > 0 && <NextSets session={session} lines={lines} />}
      {held.map(({ text, holds }) => (
        <p key={text}>
          <span className="font-mono">{text}</span>: usually {holds.usual} held, {holds.longest} at
          most. Ask for {holds.next}.
        </p>
      ))}
    </section>
  );
}
