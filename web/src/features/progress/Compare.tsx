import { REINS } from '@canter-book/core/arena/rein';
import { useMemo, useState } from 'react';
import { compared, type Comparison } from '@canter-book/core/progress/development';
import { marksOf, type DatedMark } from '@canter-book/core/progress/standing';
import { SCALES } from '@canter-book/core/scales';
import { dateOf, dayOf } from '@canter-book/core/progress/days';
import { inputClass } from '../../ui/Field.tsx';

const MONTH = 28;
/** Nine in ten. */
const SURE = 1.645;

/** Two stretches of time beside each other, and whether the difference is more than chance. */
export function Compare({ readings, today }: { readings: readonly DatedMark[]; today: number }) {
  const [before, setBefore] = useState([dateOf(today - 2 * MONTH + 1), dateOf(today - MONTH)]);
  const [after, setAfter] = useState([dateOf(today - MONTH + 1), dateOf(today)]);
  const rows = useMemo(() => {
    const days = ([from, to]: readonly string[]) => [dayOf(from!), dayOf(to!)] as const;
    return SCALES.map((scale) => ({
      scale,
      reins: REINS.map((rein) =>
        compared(marksOf(readings, scale, rein), days(before), days(after)),
      ),
    }));
  }, [readings, before, after]);
  return (
    <section aria-labelledby="compare">
      <h2 id="compare" className="mb-2 text-xl">
        Two periods
      </h2>
      <div className="mb-3 flex flex-wrap gap-x-8 gap-y-3">
        <Period name="before" of={before} onChange={setBefore} />
        <Period name="after" of={after} onChange={setAfter} />
      </div>
      <table className="w-full border-y border-line text-[14px]">
        <thead className="text-left text-[13px] text-soft">
          <tr className="border-b border-line">
            <th className="py-1.5 font-normal">scale</th>
            <th className="font-normal">◐ left</th>
            <th className="font-normal">◑ right</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ scale, reins }) => (
            <tr key={scale} className="border-b border-dotted border-line">
              <th scope="row" className="py-1.5 text-left font-book text-[16px]">
                {scale}
              </th>
              {reins.map((found, i) => (
                <td key={i} className="tabular font-mono">
                  <Found found={found} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

interface PeriodProps {
  name: string;
  of: readonly string[];
  onChange(period: string[]): void;
}

const Period = ({ name, of: [from = '', to = ''], onChange }: PeriodProps) => (
  <fieldset className="flex items-center gap-2 text-[14px]">
    <legend className="mb-1 text-[13px] text-soft">{name}</legend>
    <input
      type="date"
      aria-label={`${name} from`}
      className={`${inputClass} max-w-40`}
      value={from}
      onChange={(e) => e.target.value && onChange([e.target.value, to])}
    />
    <span>to</span>
    <input
      type="date"
      aria-label={`${name} to`}
      className={`${inputClass} max-w-40`}
      value={to}
      onChange={(e) => e.target.value && onChange([from, e.target.value])}
    />
  </fieldset>
);

/** The difference on one rein, and whether it is more than chance. */
function Found({ found }: { found: Comparison | null }) {
  if (!found) {
    return <span className="font-sans text-[13px] text-soft">nothing to compare</span>;
  }
  return (
    <>
      {found.before.mean.toFixed(1)} → {found.after.mean.toFixed(1)}{' '}
      <span className="font-sans text-[13px] text-soft">
        {Math.abs(found.difference) > SURE * found.sd
          ? found.difference > 0
            ? '↗ better'
            : '↘ less'
          : 'no sure difference'}
      </span>
    </>
  );
}
