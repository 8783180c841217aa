import { useMemo } from 'react';
import {
  Chart,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartData,
  type ChartOptions,
  type Plugin,
} from 'chart.js';
import { Line } from 'react-chartjs-2';
import { REINS, type Rein } from '@canter-book/core/arena/rein';
import type { Scale } from '@canter-book/core/scales';
import { dateOf, dayOf } from '@canter-book/core/progress/days';
import { aheadOf, bandOf, BANDS, type Ahead } from '@canter-book/core/progress/forecast';
import { levelPast } from '@canter-book/core/progress/development';
import { marksOf, type DatedMark } from '@canter-book/core/progress/standing';
import type { HorseEvent } from '@canter-book/core/book/records';
import { shortDate } from '../../app/dates.ts';
import { token } from '../../app/token.ts';

Chart.register(LineController, LineElement, PointElement, LinearScale, Filler, Tooltip);
Chart.defaults.animation = false;
Chart.defaults.font.family = 'Atkinson Hyperlegible Next Variable, sans-serif';

const MANY = 150;

interface ScaleChartProps {
  scale: Scale;
  marks: readonly DatedMark[];
  span: { from: number; to: number };
  events: readonly HorseEvent[];
  today: number;
}

/** So far ahead the level is drawn. */
const AHEAD_DAYS = 56;

const round = (value: number): number => Math.round(value * 100) / 100;

/** One scale: marks of both reins, and the level with its band. */
export function ScaleChart({ scale, marks, span, events, today }: ScaleChartProps) {
  const { data, latest } = useMemo(() => {
    const reins = REINS.map((rein) => reinSeries(rein, marksOf(marks, scale, rein)));
    const fans = REINS.flatMap((rein) => fanOf(rein, aheadOf(marks, scale, rein, today), today));
    const both = [...reins.flatMap((r) => r.datasets), ...fans];
    return { data: { datasets: both } as ChartData<'line'>, latest: reins.map((r) => r.latest) };
  }, [marks, scale, today]);
  const said = latest
    .map((v, i) => `${REINS[i]} ${v === null ? 'no marks' : v.toFixed(1)}`)
    .join(', ');
  return (
    <figure>
      <figcaption className="mb-1 flex items-baseline justify-between">
        <span className="font-book text-lg font-semibold">{scale}</span>
        <span className="tabular font-mono text-[14px]">
          ◐ {latest[0]?.toFixed(1) ?? '–'} ◑ {latest[1]?.toFixed(1) ?? '–'}
        </span>
      </figcaption>
      <div className="picture h-48">
        <Line
          data={data}
          options={options(aheadIn(data, span))}
          plugins={[eventLines(events)]}
          role="img"
          aria-label={`${scale} over time; now ${said}`}
        />
      </div>
    </figure>
  );
}

function reinSeries(rein: Rein, marks: readonly DatedMark[]) {
  const colour = token(rein === 'left' ? '--leather' : '--sky');
  const history = levelPast(marks);
  const line = (pick: (level: (typeof history)[number]) => number) =>
    history.map((level) => ({ x: level.day, y: round(pick(level)) }));
  const bare = { pointRadius: 0, pointHitRadius: 0, borderWidth: 0 };
  const sd = (level: { variance: number }) => Math.sqrt(level.variance);
  return {
    latest: history.at(-1)?.mean ?? null,
    datasets: [
      { ...bare, data: line((l) => l.mean - sd(l)), borderColor: 'transparent' },
      {
        ...bare,
        data: line((l) => l.mean + sd(l)),
        borderColor: 'transparent',
        backgroundColor: `${colour}26`,
        fill: '-1',
      },
      {
        ...bare,
        label: `${rein} rein, level`,
        data: line((l) => l.mean),
        borderColor: colour,
        borderWidth: 2,
        borderDash: rein === 'right' ? [6, 4] : [],
        tension: 0.25,
      },
      {
        label: `${rein} rein, seen`,
        data: marks.map((m) => ({ x: m.day, y: m.value })),
        showLine: false,
        // Years of dots would cover the line.
        pointRadius: marks.length > MANY ? 0.8 : 2.5,
        pointStyle: rein === 'left' ? 'circle' : 'rectRot',
        borderColor: colour,
        backgroundColor: rein === 'left' ? colour : 'transparent',
      },
    ],
  };
}

/** The weeks to come: the level expected, and what holds it four times in five. */
function fanOf(rein: Rein, ahead: Ahead, today: number): ChartData<'line'>['datasets'] {
  const colour = token(rein === 'left' ? '--leather' : '--sky');
  const days = Array.from({ length: AHEAD_DAYS / 7 + 1 }, (_, i) => today + 7 * i);
  const then = days.flatMap((day) => ahead.at(day) ?? []);
  if (then.length === 0) return [];
  const bare = { pointRadius: 0, pointHitRadius: 0, borderWidth: 0 };
  const bands = then.map((f) => bandOf(f, FOUR_IN_FIVE.z));
  return [
    { ...bare, data: then.map((f, i) => ({ x: f.day, y: round(bands[i]!.low) })) },
    {
      ...bare,
      data: then.map((f, i) => ({ x: f.day, y: round(bands[i]!.high) })),
      backgroundColor: `${colour}14`,
      fill: '-1',
    },
    {
      ...bare,
      label: `${rein} rein, ahead`,
      data: then.map((f) => ({ x: f.day, y: round(f.mean) })),
      borderColor: colour,
      borderWidth: 1,
      borderDash: [2, 3],
    },
  ];
}

const [, FOUR_IN_FIVE] = BANDS;

/** Room for the weeks to come, where anything is said of them. */
const aheadIn = ({ datasets }: ChartData<'line'>, span: { from: number; to: number }) => ({
  from: span.from,
  to: datasets.some((d) => d.label?.endsWith('ahead')) ? span.to + AHEAD_DAYS : span.to,
});

/** A thin upright line at each event, with the first letter of its kind. */
const eventLines = (events: readonly HorseEvent[]): Plugin<'line'> => ({
  id: 'events',
  afterDatasetsDraw({ ctx, chartArea, scales }) {
    const x = scales['x'];
    if (!x) return;
    ctx.save();
    ctx.strokeStyle = token('--soft');
    ctx.fillStyle = token('--soft');
    ctx.setLineDash([2, 3]);
    ctx.font = '11px sans-serif';
    for (const { date, kind } of events) {
      const at = x.getPixelForValue(dayOf(date));
      if (at < chartArea.left || at > chartArea.right) continue;
      ctx.beginPath();
      ctx.moveTo(at, chartArea.top);
      ctx.lineTo(at, chartArea.bottom);
      ctx.stroke();
      ctx.fillText(kind[0]!.toUpperCase(), at + 3, chartArea.top + 10);
    }
    ctx.restore();
  },
});

function options(span: { from: number; to: number }): ChartOptions<'line'> {
  const grid = { color: token('--line') };
  const ticks = { color: token('--soft') };
  return {
    responsive: true,
    maintainAspectRatio: false,
    parsing: false,
    plugins: {
      legend: { display: false },
      tooltip: { callbacks: { title: (items) => shortDate(dateOf(items[0]?.parsed.x ?? 0)) } },
    },
    scales: {
      y: { min: 0, max: 10, grid, ticks: { ...ticks, stepSize: 2 } },
      x: {
        type: 'linear',
        min: span.from - 1,
        max: span.to + 1,
        grid: { display: false },
        ticks: {
          ...ticks,
          stepSize: 28,
          maxRotation: 0,
          // Over more than a year the year is said as well.
          callback: (day) => {
            const date = dateOf(Number(day));
            return span.to - span.from > 400 ? date.slice(0, 7) : shortDate(date);
          },
        },
      },
    },
  };
}
