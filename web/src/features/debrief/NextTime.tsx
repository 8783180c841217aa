import type { TryObservation } from '@canter-book/core/observations/observation';
import { dayOf } from '@canter-book/core/progress/days';
import { firstUnconfirmed, standingsOf } from '@canter-book/core/progress/standing';
import { holdsOf } from '@canter-book/core/ringside/intervals';
import { useReadingsQuery } from '../../api/api.ts';
import { today } from '../../app/dates.ts';
import { ReinMark } from '../../ui/ReinMark.tsx';

/** What the next lesson could begin with, from where the horse stands and what held today. */
export function NextTime({
  horseId,
  tries,
}: {
  horseId: string;
  tries: readonly TryObservation[];
}) {
  const { data: known } = useReadingsQuery(horseId);
  const next = known && firstUnconfirmed(standingsOf(known.readings, dayOf(today())));
  const held = holdsOf(tries.filter((t) => t.result === 'good').map((t) => t.held));
  if (!next && !held) return null;
  return (
    <section className="mt-6 max-w-xl rounded-lg bg-sand-light p-4">
      <h3 className="mb-1 text-base">Next time</h3>
      {next && (
        <p>
          First not yet confirmed: {next.scale} on the <ReinMark rein={next.rein} word /> rein,
          about {next.mean.toFixed(1)}.
        </p>
      )}
      {held && (
        <p>
          {held.usual} strides were usual in what held, {held.longest} the most. Ask for {held.next}
          .
        </p>
      )}
    </section>
  );
}
