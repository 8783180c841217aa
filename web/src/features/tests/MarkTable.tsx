import { WIDE_SPREAD, type Score } from '@canter-book/core/sheet/score';
import type { MarkedRide } from '@canter-book/core/sheet/markedRide';
import type { Sheet } from '@canter-book/core/sheet/sheet';
import { shortDate } from '../../app/dates.ts';
import { boxName, mark } from './words.ts';

/** What the judges said to a mark; who said it, where there are more. */
const remarksOf = ({ judges }: MarkedRide, key: string): string =>
  judges
    .flatMap((j) => {
      const said = j.remarks[key];
      return said ? [judges.length > 1 ? `${j.at}: ${said}` : said] : [];
    })
    .join(' · ');

/** The darker, the better: from 4 to 8, as most marks lie. */
const shade = (value: number | undefined): string =>
  value === undefined
    ? 'transparent'
    : `color-mix(in srgb, var(--leather) ${Math.round(Math.min(1, Math.max(0, (value - 4) / 4)) * 45)}%, transparent)`;

interface MarkTableProps {
  sheet: Sheet;
  ride: MarkedRide;
  score: Score | null;
  earlier: readonly MarkedRide[];
}

/** Box by box: earlier rides as shades, today's judges, the spread, the remarks. */
export function MarkTable({ sheet, ride, score, earlier }: MarkTableProps) {
  const past = earlier.slice(-4);
  const meanOf = (r: MarkedRide, key: string): number | undefined => {
    const given = r.judges.map((j) => j.marks[key]).filter((m) => m !== undefined);
    return given.length ? given.reduce((a, b) => a + b, 0) / given.length : undefined;
  };
  const head = 'px-2 py-1.5 text-left font-normal text-soft';
  const cell = 'px-2 py-1.5 align-top';
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-[14px]">
        <thead>
          <tr className="border-b border-line text-[12.5px]">
            <th className={head}>Box</th>
            {past.map((r) => (
              <th key={r.id} className={`${head} tabular`}>
                {shortDate(r.date)}
              </th>
            ))}
            {ride.judges.map((j) => (
              <th key={j.at} className={head}>
                {j.at}
              </th>
            ))}
            <th className={head}>×</th>
            <th className={head}>Remark</th>
          </tr>
        </thead>
        <tbody className="divide-y divide-line">
          {sheet.boxes.map((box, i) => {
            const wide = (score?.boxes[i]?.spread ?? 0) >= WIDE_SPREAD;
            return (
              <tr key={box.number}>
                <td className={cell}>
                  <b className="tabular font-mono text-leather">{box.number}</b> {boxName(box)}
                  <span className="block text-[12.5px] text-soft md:hidden">
                    {remarksOf(ride, String(box.number))}
                  </span>
                </td>
                {past.map((r) => {
                  const value = meanOf(r, String(box.number));
                  return (
                    <td
                      key={r.id}
                      className={`${cell} tabular font-mono`}
                      style={{ background: shade(value) }}
                    >
                      {mark(value)}
                    </td>
                  );
                })}
                {ride.judges.map((j) => (
                  <td
                    key={j.at}
                    className={`${cell} tabular font-mono font-bold`}
                    style={{ background: shade(j.marks[box.number]) }}
                  >
                    {mark(j.marks[box.number])}
                  </td>
                ))}
                <td className={cell}>{box.coefficient > 1 ? box.coefficient : ''}</td>
                <td className={`${cell} text-[13px] text-soft`}>
                  <span className="max-md:hidden">{remarksOf(ride, String(box.number))}</span>
                  {wide && <b className="text-madder"> judges {score!.boxes[i]!.spread} apart</b>}
                </td>
              </tr>
            );
          })}
          {sheet.collectives.map(({ name, coefficient }) => (
            <tr key={name}>
              <td className={`${cell} italic`}>{name}</td>
              {past.map((r) => (
                <td key={r.id} className={`${cell} tabular font-mono`}>
                  {mark(r.judges[0]?.collectives[name])}
                </td>
              ))}
              {ride.judges.map((j) => (
                <td key={j.at} className={`${cell} tabular font-mono font-bold`}>
                  {mark(j.collectives[name])}
                </td>
              ))}
              <td className={cell}>{coefficient > 1 ? coefficient : ''}</td>
              <td className={`${cell} text-[13px] text-soft`}>{remarksOf(ride, name)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
