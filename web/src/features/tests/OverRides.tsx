import { useMemo } from 'react';
import {
  Chart,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartOptions,
} from 'chart.js';
import { Line } from 'react-chartjs-2';
import { dateOf, dayOf } from '@canter-book/core/progress/days';
import type { MarkedRide, RideKind } from '@canter-book/core/sheet/markedRide';
import type { Score } from '@canter-book/core/sheet/score';
import type { Sheet } from '@canter-book/core/sheet/sheet';
import { shortDate } from '../../app/dates.ts';
import { token } from '../../app/token.ts';
import { resultOf } from './resultOf.ts';
import { RIDE_KIND_WORDS } from './words.ts';

Chart.register(LineController, LineElement, PointElement, LinearScale, Tooltip, Legend);
Chart.defaults.animation = false;

/** A mark at a show, at home and of one's own are told apart by their shape. */
const SHAPE: Readonly<Record<RideKind, string>> = {
  show: 'rect',
  practice: 'circle',
  self: 'triangle',
};
const SHAPE_WORDS: Readonly<Record<RideKind, string>> = {
  show: '■',
  practice: '●',
  self: '▲',
};
const COLOURS = ['--leather', '--sky', '--bottle', '--brass', '--madder', '--ink'];

interface OverRidesProps {
  sheet: Sheet;
  /** Of this sheet by this horse, in the order of their days. */
  rides: readonly MarkedRide[];
}

interface Finished {
  readonly ride: MarkedRide;
  readonly score: Score;
}

/** One line of a chart: what is taken of each ride, on its day. */
const lineOf = (
  label: string,
  i: number,
  finished: readonly Finished[],
  of: (score: Score) => number | undefined,
) => ({
  label,
  data: finished.flatMap(({ ride, score }) => {
    const y = of(score);
    return y === undefined ? [] : [{ x: dayOf(ride.date), y }];
  }),
  borderColor: token(COLOURS[i % COLOURS.length]!),
  backgroundColor: token(COLOURS[i % COLOURS.length]!),
  pointStyle: finished.map(({ ride }) => SHAPE[ride.kind]),
  borderDash: [[], [6, 3], [2, 2], [8, 3, 2, 3]][i % 4] as number[],
  pointRadius: 4,
  borderWidth: 2,
});

/** How the result and the marks for the whole ride went, ride by ride. */
export default function OverRides({ sheet, rides }: OverRidesProps) {
  const finished = useMemo(
    () =>
      rides.flatMap((ride): Finished[] => {
        const score = resultOf(ride);
        return score ? [{ ride, score }] : [];
      }),
    [rides],
  );
  if (finished.length < 2) return null;
  const percents = lineOf('result, %', 0, finished, (s) => (s.eliminated ? undefined : s.percent));
  const collectives = sheet.collectives.map(({ name }, i) =>
    lineOf(name, i, finished, (s) => s.collectives.find((c) => c.name === name)?.mean),
  );
  const kinds = [...new Set(finished.map(({ ride }) => ride.kind))];
  const said = percents.data
    .map(({ x, y }) => `${shortDate(dateOf(x))} ${y.toFixed(1)} %`)
    .join(', ');
  return (
    <section>
      <h2 className="mb-1 text-lg">Ride by ride</h2>
      <p className="mb-2 text-[13px] text-soft">
        {kinds.map((k) => `${SHAPE_WORDS[k]} ${RIDE_KIND_WORDS[k]}`).join('   ')}
      </p>
      <div className="grid gap-6 lg:grid-cols-2">
        <Figure
          title="Result, %"
          said={`Results over time: ${said}`}
          lines={[percents]}
          options={options(false, Math.min(50, ...percents.data.map((d) => d.y)), 80)}
        />
        {collectives.length > 0 && (
          <Figure
            title="Marks for the whole ride"
            said="Marks for the whole ride over time; they stand in the table as well"
            lines={collectives}
            options={options(true, 4, 9)}
          />
        )}
      </div>
    </section>
  );
}

interface ChartProps {
  title: string;
  said: string;
  lines: ReturnType<typeof lineOf>[];
  options: ChartOptions<'line'>;
}

const Figure = ({ title, said, lines, options }: ChartProps) => (
  <figure>
    <figcaption className="mb-1 text-[14px]">{title}</figcaption>
    <div className="picture h-52">
      <Line data={{ datasets: lines }} options={options} role="img" aria-label={said} />
    </div>
  </figure>
);

const options = (legend: boolean, min: number, max: number): ChartOptions<'line'> => ({
  maintainAspectRatio: false,
  plugins: {
    legend: { display: legend, position: 'bottom', labels: { usePointStyle: false, boxHeight: 1 } },
    tooltip: { callbacks: { title: ([at]) => shortDate(dateOf(Number(at?.parsed.x))) } },
  },
  scales: {
    x: {
      type: 'linear',
      grid: { display: false },
      ticks: { maxTicksLimit: 6, precision: 0, callback: (v) => shortDate(dateOf(Number(v))) },
    },
    y: { suggestedMin: min, suggestedMax: max, grid: { color: token('--line') } },
  },
});
