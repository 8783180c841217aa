import { REINS } from '@canter-book/core/arena/rein';
import { useMemo, useState } from 'react';
import { compared } from '@canter-book/core/progress/development';
import { marksOf, type DatedMark } from '@canter-book/core/progress/standing';
import { SCALES } from '@canter-book/core/observations/scales';
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
  const period = (
    name: string,
    [from = '', to = '']: readonly string[],
    set: (period: string[]) => void,
  ) => (
    <fieldset className="flex items-center gap-2 text-[14px]">
      <legend className="mb-1 text-[13px] text-soft">{name}</legend>
      <input
        type="date"
        aria-label={`${name} from`}
        className={`${inputClass} max-w-40`}
        value={from}
        onChange={(e) => e.target.value && set([e.target.value, to])}
      />
      <span>to</span>
      <input
        type="date"
        aria-label={`${name} to`}
        className={`${inputClass} max-w-40`}
        value={to}
        onChange={(e) => e.target.value && set([from, e.target.value])}
      />
    </fieldset>
  );
  return (
    <section aria-labelledby="compare">
      <h2 id="compare" className="mb-2 text-xl">
        Two periods
      </h2>
      <div className="mb-3 flex flex-wrap gap-x-8 gap-y-3">
        {period('before', before, setBefore)}
        {period('after', after, setAfter)}
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
                  {found ? (
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
                  ) : (
                    <span className="font-sans text-[13px] text-soft">nothing to compare</span>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
