import { REINS } from '../arena/rein.ts';
import { developmentOf, levelPast, sideDifference } from '../progress/development.ts';
import { dateOf } from '../progress/days.ts';
import { marksOf, standingsOf, type DatedMark } from '../progress/standing.ts';
import { SCALES, type Scale } from '../scales.ts';
import { roundTo } from '../units.ts';
import { HAIR, INK, PAGE, SOFT, pageSvg, rule, text, wrapped } from './page.ts';

export interface ProgressReport {
  readonly horse: string;
  readonly about: string;
  readonly theme: string;
  readonly homework: string;
  readonly readings: readonly DatedMark[];
  /** The day it is made for. */
  readonly today: number;
}

const LEFT = '#8A4B2A';
const RIGHT = '#3C6E91';
const COLUMNS = 2;
/** A young book is drawn on four weeks, so that its first session is not the whole chart. */
const LEAST_DAYS = 28;
const CHART = { width: 88, height: 30, top: 44 } as const;

/** A horse's progress on one page: six small charts, and what the last twelve weeks come to in words. */
export function progressSvg(report: ProgressReport): string {
  const { horse, about, theme, homework, readings, today } = report;
  const { width, margin } = PAGE;
  const charts = SCALES.map((scale, i) => {
    const x = margin + (i % COLUMNS) * (CHART.width + 10);
    const y = CHART.top + Math.floor(i / COLUMNS) * (CHART.height + 15);
    return chart(scale, readings, x, y);
  });
  const tableTop = CHART.top + 3 * (CHART.height + 15) + 2;
  const words = [theme && `Theme: ${theme}`, homework && `Homework: ${homework}`].filter(Boolean);
  return pageSvg([
    text(margin, 17, horse, { size: 7, bold: true }),
    text(width - margin, 17, `Progress, ${dateOf(today)}`, {
      size: 3.6,
      fill: SOFT,
      anchor: 'end',
    }),
    text(margin, 23, about, { size: 3.4, fill: SOFT }),
    text(margin, 31, 'left rein: full line    right rein: broken line    0 to 10', {
      size: 3.2,
      fill: SOFT,
    }),
    ...charts,
    table(report, tableTop),
    ...words.flatMap((said, i) =>
      wrapped(said as string, width - 2 * margin, 3.6).map((line, k) =>
        text(margin, 268 + i * 9 + k * 4.4, line, { size: 3.6, italic: true }),
      ),
    ),
  ]);
}

function chart(scale: Scale, readings: readonly DatedMark[], x: number, y: number): string {
  const own = readings.filter((r) => r.scale === scale);
  const to = readings.at(-1)?.day ?? 1;
  const from = Math.min(readings[0]?.day ?? 0, to - LEAST_DAYS);
  const px = (day: number) => roundTo(x + ((day - from) / (to - from)) * CHART.width, 2);
  const py = (value: number) => roundTo(y + CHART.height - (value / 10) * CHART.height, 2);
  const grid = [0, 5, 10].map((v) => rule(x, py(v), x + CHART.width, py(v), HAIR));
  const lines = REINS.map((rein) => {
    const levels = levelPast(marksOf(own, scale, rein));
    if (levels.length === 0) return '';
    const d = levels.map((l, i) => `${i ? 'L' : 'M'}${px(l.day)} ${py(l.mean)}`).join('');
    const dash = rein === 'right' ? ' stroke-dasharray="2 1.2"' : '';
    const colour = rein === 'left' ? LEFT : RIGHT;
    const line = `<path d="${d}" fill="none" stroke="${colour}" stroke-width="0.6"${dash}/>`;
    // One session draws no line: what was seen stands there as it is.
    const dots = marksOf(own, scale, rein).map(({ day, value }) =>
      rein === 'left'
        ? `<circle cx="${px(day)}" cy="${py(value)}" r="0.7" fill="${colour}"/>`
        : `<path d="M${px(day)} ${roundTo(py(value) - 0.9, 2)}l0.9 0.9l-0.9 0.9l-0.9 -0.9z" fill="${colour}"/>`,
    );
    return [line, ...dots].join('');
  });
  return [
    text(x, y - 2.5, scale, { size: 4, bold: true }),
    text(x, y + CHART.height + 4, dateOf(from), { size: 2.6, fill: SOFT }),
    text(x + CHART.width, y + CHART.height + 4, dateOf(to), {
      size: 2.6,
      fill: SOFT,
      anchor: 'end',
    }),
    ...grid,
    ...lines,
  ].join('');
}

const signed = (v: number): string => `${v >= 0 ? '+' : '−'}${Math.abs(v).toFixed(1)}`;

function table({ readings, today }: ProgressReport, top: number): string {
  const { margin, width } = PAGE;
  const standings = standingsOf(readings, today);
  const columns = [margin, margin + 32, margin + 50, margin + 78, margin + 128] as const;
  const size = 3.3;
  const row = (y: number, cells: readonly string[], bold = false) =>
    cells.map((said, i) => text(columns[i]!, y, said, { size, bold, fill: INK })).join('');
  const rows = SCALES.flatMap((scale) => {
    const side = sideDifference(readings, scale, today);
    return REINS.map((rein) => {
      const { trend, verdict } = developmentOf(readings, scale, rein, today);
      const s = standings[scale][rein];
      return [
        rein === 'left' ? scale : '',
        rein,
        s ? `${s.mean.toFixed(1)} ± ${s.sd.toFixed(1)}` : 'not marked',
        trend ? `${signed(trend.perMonth)} in four weeks, ${verdict}` : verdict,
        rein === 'left' && side?.weaker ? `the ${side.weaker} rein is weaker` : '',
      ];
    });
  });
  return [
    row(top, ['scale', 'rein', 'level', 'the last twelve weeks', ''], true),
    rule(margin, top + 1.6, width - margin, top + 1.6),
    ...rows.map((cells, i) => row(top + 6 + i * 5.2, cells)),
  ].join('\n');
}
