import type { Ride } from '@canter-book/core/ride/types';
import { ReinMark } from '../../ui/ReinMark.tsx';

/** The lesson in figures: balance of the reins, metres of each gait. */
export function Totals({ ride }: { ride: Ride }) {
  const { totals } = ride;
  const both = totals.rein.left.metres + totals.rein.right.metres;
  const percent = (metres: number) => `${Math.round((100 * metres) / Math.max(1, both))} %`;
  const metresIn = (gait: string) =>
    Math.round(ride.spans.reduce((sum, s) => sum + (s.gait === gait ? s.lengthM : 0), 0));
  return (
    <dl className="flex flex-wrap gap-x-5 gap-y-1 text-[14px]">
      <Figure term={<ReinMark rein="left" word />} value={percent(totals.rein.left.metres)} />
      <Figure term={<ReinMark rein="right" word />} value={percent(totals.rein.right.metres)} />
      {(['walk', 'trot', 'canter'] as const).map((gait) => (
        <Figure key={gait} term={gait} value={`${metresIn(gait)} m`} />
      ))}
    </dl>
  );
}

function Figure({ term, value }: { term: React.ReactNode; value: string }) {
  return (
    <div className="flex gap-1.5">
      <dt className="text-soft">{term}</dt>
      <dd className="tabular font-mono font-bold">{value}</dd>
    </div>
  );
}
