import { REINS } from '@canter-book/core/arena/rein';
import { MOVING_GAITS } from '@canter-book/core/gaits/paces';
import { Segments } from '../../ui/Choose.tsx';
import { reinSaid } from '../../ui/ReinMark.tsx';
import type { Place } from './instruments/instruments.ts';

export type FreeWork = Pick<Place, 'rein' | 'gait'> & { readonly what: string };

interface FreeCardProps {
  work: FreeWork;
  onChange(work: FreeWork): void;
}

/** Without a plan: what is worked on now, on which rein, in which gait. */
export function FreeCard({ work, onChange }: FreeCardProps) {
  return (
    <section aria-label="Now" className="rounded-2xl border-[3px] border-ink bg-page px-4 py-3">
      <p className="text-[14px]">without a plan</p>
      <input
        aria-label="What is worked on"
        placeholder="what is worked on: spiral, halts …"
        maxLength={120}
        className="my-2 min-h-14 w-full rounded-2xl border-[3px] border-line bg-page px-3 text-[18px]"
        value={work.what}
        onChange={(e) => onChange({ ...work, what: e.target.value })}
      />
      <div className="grid gap-2.5">
        <Segments
          look="glove"
          label="rein"
          all={REINS}
          said={reinSaid}
          chosen={work.rein}
          onChange={(rein) => onChange({ ...work, rein })}
        />
        <Segments
          look="glove"
          label="gait"
          all={MOVING_GAITS}
          chosen={work.gait}
          onChange={(gait) => onChange({ ...work, gait })}
        />
      </div>
    </section>
  );
}
