import { WIDE_SPREAD, type Score } from '@canter-book/core/sheet/score';
import type { MarkedRide } from '@canter-book/core/sheet/markedRide';
import type { Sheet, SheetBox } from '@canter-book/core/sheet/sheet';
import { shortDate } from '../../app/dates.ts';
import { boxName, mark } from './words.ts';

/** The judges' remarks to a mark; by whom, where there are several. */
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

const HEAD = 'px-2 py-1.5 text-left font-normal text-soft';
const CELL = 'px-2 py-1.5 align-top';

/** Box by box: earlier rides as shades, today's judges, the spread, the remarks. */
export function MarkTable({ sheet, ride, score, earlier }: MarkTableProps) {
  const past = earlier.slice(-4);
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-[14px]">
        <thead>
          <tr className="border-b border-line text-[12.5px]">
            <th className={HEAD}>Box</th>
            {past.map((r) => (
              <th key={r.id} className={`${HEAD} tabular`}>
                {shortDate(r.date)}
              </th>
            ))}
            {ride.judges.map((j) => (
              <th key={j.at} className={HEAD}>
                {j.at}
              </th>
            ))}
            <th className={HEAD}>×</th>
            <th className={HEAD}>Remark</th>
          </tr>
        </thead>
        <tbody className="divide-y divide-line">
          {sheet.boxes.map((box, i) => (
            <BoxRow
              key={box.number}
              {...{ box, ride, past }}
              spread={score?.boxes[i]?.spread ?? 0}
            />
          ))}
          {sheet.collectives.map((collective) => (
            <CollectiveRow key={collective.name} {...{ collective, ride, past }} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface RowProps {
  ride: MarkedRide;
  past: readonly MarkedRide[];
}

const meanOf = (ride: MarkedRide, key: string): number | undefined => {
  const given = ride.judges.map((j) => j.marks[key]).filter((m) => m !== undefined);
  return given.length ? given.reduce((a, b) => a + b, 0) / given.length : undefined;
};

function BoxRow({ box, ride, past, spread }: RowProps & { box: SheetBox; spread: number }) {
  const key = String(box.number);
  return (
    <tr>
      <td className={CELL}>
        <b className="tabular font-mono text-leather">{box.number}</b> {boxName(box)}
        <span className="block text-[12.5px] text-soft md:hidden">{remarksOf(ride, key)}</span>
      </td>
      {past.map((r) => (
        <td
          key={r.id}
          className={`${CELL} tabular font-mono`}
          style={{ background: shade(meanOf(r, key)) }}
        >
          {mark(meanOf(r, key))}
        </td>
      ))}
      {ride.judges.map((j) => (
        <td
          key={j.at}
          className={`${CELL} tabular font-mono font-bold`}
          style={{ background: shade(j.marks[key]) }}
        >
          {mark(j.marks[key])}
        </td>
      ))}
      <td className={CELL}>{box.coefficient > 1 ? box.coefficient : ''}</td>
      <td className={`${CELL} text-[13px] text-soft`}>
        <span className="max-md:hidden">{remarksOf(ride, key)}</span>
        {spread >= WIDE_SPREAD && <b className="text-madder"> judges {spread} apart</b>}
      </td>
    </tr>
  );
}

type CollectiveRowProps = RowProps & { collective: Sheet['collectives'][number] };

const CollectiveRow = ({ collective: { name, coefficient }, ride, past }: CollectiveRowProps) => (
  <tr>
    <td className={`${CELL} italic`}>{name}</td>
    {past.map((r) => (
      <td key={r.id} className={`${CELL} tabular font-mono`}>
        {mark(r.judges[0]?.collectives[name])}
      </td>
    ))}
    {ride.judges.map((j) => (
      <td key={j.at} className={`${CELL} tabular font-mono font-bold`}>
        {mark(j.collectives[name])}
      </td>
    ))}
    <td className={CELL}>{coefficient > 1 ? coefficient : ''}</td>
    <td className={`${CELL} text-[13px] text-soft`}>{remarksOf(ride, name)}</td>
  </tr>
);
