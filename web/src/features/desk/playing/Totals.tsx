import { useMemo } from 'react';
import { balanceOf } from '@canter-book/core/ride/balance';
import { leadChanges } from '@canter-book/core/ride/leadChanges';
import type { Ride } from '@canter-book/core/ride/types';

/** The lesson in shares: reins, leads, gaits, and how much of it turns. Metres, each to the same scale. */
export function Totals({ ride }: { ride: Ride }) {
  const { rein, lead, gait, straight, turning } = useMemo(() => balanceOf(ride), [ride]);
  const changes = useMemo(() => leadChanges(ride).length, [ride]);
  return (
    <dl className="flex flex-wrap gap-x-3.5 gap-y-1 text-[12.5px]">
      <Share
        name="reins"
        parts={[
          ['left', rein.left, 'left rein'],
          ['right', rein.right, 'right rein'],
        ]}
      />
      {gait.canter > 0 && (
        <Share
          name={changes > 0 ? `leads, ${changes} changes` : 'leads'}
          parts={[
            ['left', lead.left, 'left lead'],
            ['right', lead.right, 'right lead'],
          ]}
        />
      )}
      <Share
        name="gaits"
        parts={[
          ['walk', gait.walk, 'walk'],
          ['trot', gait.trot, 'trot'],
          ['canter', gait.canter, 'canter'],
        ]}
      />
      <Share
        name="turns"
        parts={[
          ['left', turning.left, 'turning left'],
          ['straight', straight, 'straight'],
          ['right', turning.right, 'turning right'],
        ]}
      />
    </dl>
  );
}

interface ShareProps {
  name: string;
  /** In a word, metres, and what it is in full. */
  parts: readonly (readonly [string, number, string])[];
}

const FILLS = ['bg-leather/75', 'bg-sand', 'bg-ink/65'];

/** One bar cut into its parts, with the percentages written out. */
function Share({ name, parts }: ShareProps) {
  const whole = parts.reduce((sum, [, metres]) => sum + metres, 0);
  const share = (metres: number) => (whole > 0 ? (100 * metres) / whole : 0);
  const fills = parts.length === 2 ? [FILLS[0], FILLS[2]] : FILLS;
  return (
    <div
      title={parts.map(([, metres, words]) => `${words} ${Math.round(metres)} m`).join(', ')}
      className="flex items-center gap-1.5"
    >
      <dt className="text-soft">{name}</dt>
      <dd className="flex items-center gap-1">
        <span className="flex h-2.5 w-9 overflow-hidden rounded-sm border border-line" aria-hidden>
          {parts.map(([, metres, words], i) => (
            <span key={words} className={fills[i]} style={{ width: `${share(metres)}%` }} />
          ))}
        </span>
        {parts.map(([word, metres, words], i) => (
          <span key={words} className="tabular whitespace-nowrap">
            {i > 0 && <span className="text-soft">· </span>}
            <span aria-hidden>{word}</span>
            <span className="sr-only">{words}</span> <b>{Math.round(share(metres))} %</b>
          </span>
        ))}
      </dd>
    </div>
  );
}
