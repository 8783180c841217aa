import { REINS, type Rein } from '@canter-book/core/arena/rein';
import type { Standing } from '@canter-book/core/progress/standing';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { Strap } from '../../ui/Strap.tsx';

interface ScaleStrapsProps {
  scale: string;
  words: string;
  standing: Readonly<Record<Rein, Standing | null>>;
}

/** The two straps of a scale, left rein above right rein. */
export function ScaleStraps({ scale, words, standing }: ScaleStrapsProps) {
  return (
    <div className="grid items-center gap-x-4 gap-y-1 sm:grid-cols-[9.5rem_1fr]">
      <div>
        <h3 className="text-lg">{scale}</h3>
        <p className="text-[13px] leading-tight text-soft">{words}</p>
      </div>
      <div>
        {REINS.map((rein) => {
          const s = standing[rein];
          const said = s
            ? `about ${s.mean.toFixed(1)}, give or take ${s.sd.toFixed(1)}`
            : 'no marks yet';
          return (
            <div key={rein} className="flex max-w-[30rem] items-center gap-3">
              <ReinMark rein={rein} />
              <Strap
                side={rein}
                value={s?.mean ?? null}
                spread={s?.sd ?? 0}
                notch={s?.monthAgo ?? null}
                label={`${scale}, ${rein} rein: ${said}`}
              />
              <span className="tabular w-9 text-right font-mono">
                {s ? s.mean.toFixed(1) : '–'}
              </span>
            </div>
          );
        })}
      </div>
    </div>
  );
}
