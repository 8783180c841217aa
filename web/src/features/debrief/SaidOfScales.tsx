import { REINS } from '@canter-book/core/arena/rein';
import { useMemo } from 'react';
import type { Observation } from '@canter-book/core/observations/observation';
import { sayObservation } from '@canter-book/core/observations/observation';
import { SCALES } from '@canter-book/core/scales';
import { evidenceOf } from '@canter-book/core/progress/evidence';

/** Each observation and its word on each scale: every estimate is traced to these. */
export function SaidOfScales({ seen }: { seen: readonly Observation[] }) {
  const rows = useMemo(() => {
    const said = new Map(seen.map((o) => [o.id, sayObservation(o)]));
    const evidence = evidenceOf(seen).filter((e) => e.kind !== 'mark');
    return SCALES.flatMap((scale) =>
      REINS.map((rein) => ({
        scale,
        rein,
        pieces: evidence
          .filter((e) => e.scale === scale && e.rein === rein)
          .map((e) => ({ id: e.from, value: e.value, said: said.get(e.from) ?? e.kind })),
      })),
    ).filter((row) => row.pieces.length > 0);
  }, [seen]);
  if (rows.length === 0) return null;
  return (
    <details className="mt-5 max-w-md text-[14px]">
      <summary className="cursor-pointer font-bold">
        What the readings say, beside the marks
      </summary>
      <dl className="mt-2 space-y-1.5">
        {rows.map(({ scale, rein, pieces }) => (
          <div key={`${scale}/${rein}`}>
            <dt className="font-book font-semibold">
              {scale}, {rein}
            </dt>
            {pieces.map(({ id, value, said }) => (
              <dd key={id} className="flex justify-between gap-3 text-soft">
                <span>{said}</span>
                <span className="tabular font-mono">{value.toFixed(1)}</span>
              </dd>
            ))}
          </div>
        ))}
      </dl>
    </details>
  );
}
