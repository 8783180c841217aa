import { useMemo } from 'react';
import type { Lesson } from '@canter-book/core/lesson/document';
import { linesOf } from '@canter-book/core/lesson/document';
import { printLine } from '@canter-book/core/notation/print';
import type { Horse } from '@canter-book/core/book/records';
import { LEAST_LENGTHS, nearest, unlike } from '@canter-book/core/ringside/inFile';
import { spoken } from '@canter-book/core/ringside/spoken';
import { useRideOf } from './useSheet.ts';
import { lengthsSaid } from './words.ts';

interface InFileSaidProps {
  document: Lesson;
  first: Horse;
  second: Horse;
  gapS: number;
}

/** Two horses on one line: where they come too near, and in which paces they do not go alike. */
export function InFileSaid({ document, first, second, gapS }: InFileSaidProps) {
  const ride = useRideOf(document, first);
  const behind = useRideOf(document, second);
  const near = useMemo(() => nearest(ride, gapS), [ride, gapS]);
  const differ = useMemo(() => unlike(ride, behind).slice(0, 3), [ride, behind]);
  const line = near && linesOf(document.items).find((l) => l.id === near.itemId);
  return (
    <div className="space-y-1 text-[15px]">
      {near && line && (
        <p className={near.lengths < LEAST_LENGTHS ? 'rounded-lg bg-slip px-3 py-2' : ''}>
          {near.lengths < LEAST_LENGTHS
            ? `Too near at “${spoken(printLine(line))}”: only ${lengthsSaid(near.lengths)} between them. Ride further apart.`
            : `Nearest at “${spoken(printLine(line))}”: ${lengthsSaid(near.lengths)} between them.`}
        </p>
      )}
      {differ.map(({ gait, pace, share }) => (
        <p key={`${gait} ${pace}`}>
          In {pace} {gait} {second.name} covers {Math.round(Math.abs(share - 1) * 100)} %{' '}
          {share < 1 ? 'less' : 'more'} ground than {first.name}:{' '}
          {share < 1 ? `${first.name} waits.` : `${second.name} waits.`}
        </p>
      ))}
    </div>
  );
}
