import { useMemo } from 'react';
import type { Observation } from '@canter-book/core/observations/observation';
import { MEASURES, type Biases } from '@canter-book/core/progress/evidence';
import { holdsByMovement } from '@canter-book/core/debrief/holds';
import { median } from '@canter-book/core/stats/median';
import { useSeenQuery } from '../../api/horses.ts';

interface MeasuredProps {
  horseId: string;
  biases: Biases;
  since: string;
}

type Seen<K extends Observation['kind']> = Extract<Observation, { kind: K }>;

/** Tempo, contact and holds of the last year as they lie, and what each measure is worth. */
export function Measured({ horseId, biases, since }: MeasuredProps) {
  const { data = [] } = useSeenQuery({ horseId, kinds: 'tempo,contact,interval,try', since });
  const of = <K extends Observation['kind']>(kind: K) =>
    data.flatMap(({ seen }) => (seen.kind === kind ? [seen as Seen<K>] : []));
  const tempos = of('tempo');
  const contacts = of('contact');
  const tries = of('try');
  return (
    <section aria-labelledby="measured" className="space-y-5">
      <h2 id="measured" className="text-xl">
        What was measured, last year
      </h2>
      <div className="grid gap-8 md:grid-cols-3">
        <Spread
          name="Tempo, strides a minute in trot"
          values={tempos.filter((t) => t.gait === 'trot').map((t) => t.perMinute)}
          width={2}
          none="Tap the beat at the ringside: five taps are enough."
        />
        <Spread
          name="Contact, of 10, both hands"
          values={contacts.flatMap((c) => [c.left, c.right])}
          width={0.5}
          none="Note the weight in the hand at the ringside."
        />
        <Holds tries={tries} />
      </div>
      <details className="text-[14px]">
        <summary className="cursor-pointer font-bold">How each measure counts</summary>
        <ul className="mt-2 grid gap-x-8 gap-y-1 md:grid-cols-2">
          {MEASURES.map(({ kind, says, sd }) => (
            <li key={kind}>
              <b>{kind}</b> {says}{' '}
              <span className="text-soft">
                One alone may be {sd.toFixed(1)} off
                {biases[kind]
                  ? `; against the marks it lies ${biases[kind].mean >= 0 ? 'above' : 'below'} by ${Math.abs(biases[kind].mean).toFixed(1)} (${biases[kind].pairs} pairs), which is taken off`
                  : ''}
                .
              </span>
            </li>
          ))}
        </ul>
      </details>
    </section>
  );
}

interface SpreadProps {
  name: string;
  values: readonly number[];
  /** Of one bar. */
  width: number;
  none: string;
}

/** How many values lie in each stretch of this width, by where it begins. */
function countsIn(values: readonly number[], width: number): ReadonlyMap<number, number> {
  const counts = new Map<number, number>();
  for (const v of values) {
    const bin = Math.floor(v / width) * width;
    counts.set(bin, (counts.get(bin) ?? 0) + 1);
  }
  return counts;
}

/** How often each value came, with the middle one marked. */
function Spread({ name, values, width, none }: SpreadProps) {
  const bars = useMemo(() => countsIn(values, width), [values, width]);
  const middle = median(values);
  if (middle === null) {
    return (
      <figure>
        <figcaption className="font-bold">{name}</figcaption>
        <p className="mt-1 text-[14px] text-soft">{none}</p>
      </figure>
    );
  }
  const bins = [...bars.keys()];
  const [low, high] = [Math.min(...bins), Math.max(...bins) + width];
  const most = Math.max(...bars.values());
  const x = (value: number) => ((value - low) / (high - low)) * 200;
  return (
    <figure className="max-w-96">
      <figcaption className="flex justify-between gap-x-3">
        <b>{name}</b>
        <span className="tabular font-mono text-[13px]">
          {middle.toFixed(1)} from {values.length}
        </span>
      </figcaption>
      <svg
        viewBox="0 0 200 74"
        role="img"
        className="picture"
        aria-label={`${name}: middle ${middle.toFixed(1)}`}
      >
        {bins.map((bin) => {
          const height = (56 * bars.get(bin)!) / most;
          return (
            <rect
              key={bin}
              x={x(bin) + 0.5}
              y={60 - height}
              width={Math.max(1, x(bin + width) - x(bin) - 1)}
              height={height}
              fill="var(--leather)"
              fillOpacity={0.75}
            />
          );
        })}
        <path d={`M${x(middle)} 0V62`} stroke="var(--ink)" strokeDasharray="2 2" />
        <path d="M0 60H200" stroke="var(--line)" />
        <text x={0} y={71} fontSize={8.5} fill="var(--soft)">
          {low}
        </text>
        <text x={200} y={71} fontSize={8.5} textAnchor="end" fill="var(--soft)">
          {high}
        </text>
      </svg>
    </figure>
  );
}

/** Strides held by movement: the longest, the usual, and the rung to ask next. */
function Holds({ tries }: { tries: readonly Seen<'try'>[] }) {
  const rows = useMemo(() => {
    return holdsByMovement(tries).slice(0, 7);
  }, [tries]);
  return (
    <div>
      <h3 className="font-sans text-[15px] font-bold">Strides held</h3>
      {rows.length === 0 ? (
        <p className="mt-1 text-[14px] text-soft">Tap along while it holds, then good or lost.</p>
      ) : (
        <table className="w-full text-[13.5px]">
          <thead className="text-left text-soft">
            <tr>
              <th className="font-normal">movement</th>
              <th className="font-normal">usual</th>
              <th className="font-normal">longest</th>
              <th className="font-normal">ask next</th>
            </tr>
          </thead>
          <tbody className="tabular font-mono">
            {rows.map(({ text, holds }) => (
              <tr key={text} className="border-t border-dotted border-line">
                <td className="max-w-36 truncate pr-2">{text}</td>
                <td>{holds.usual}</td>
                <td>{holds.longest}</td>
                <td className="font-bold">{holds.next}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}
