import type { Rein } from '../arena/rein.ts';
import { SCALES, type Scale } from '../scales.ts';
import { DAYS } from '../programme/days.ts';
import { daySaid, WEEKDAYS_SHORT } from '../daysSaid.ts';
import type { KeptWeek } from '../programme/request.ts';
import { periodSaid, type Report, type Stands } from '../report/report.ts';
import { timeSaid } from '../report/time.ts';
import { HAIR, INK, PAGE, pageSvg, rule, SOFT, text, wrapped } from './page.ts';

/** A report and a programme as pages for whoever has no book: the owner, the rider. */

const { margin, width } = PAGE;
const WIDE = width - 2 * margin;
const SIZE = 3.6;
const LINE = 5;
const LEATHER = '#8A4B2A';
const SAND = '#EADCC0';

/** Writes down a page from the top; what is drawn knows where it stands. */
class Column {
  readonly parts: string[] = [];
  constructor(public y: number) {}

  heading(said: string): void {
    this.y += 4;
    this.parts.push(text(margin, this.y, said, { size: 4.6, bold: true }));
    this.y += 6;
  }
  said(line: string, options: { italic?: boolean; fill?: string } = {}): void {
    for (const one of wrapped(line, WIDE, SIZE)) {
      this.parts.push(text(margin, this.y, one, { size: SIZE, ...options }));
      this.y += LINE;
    }
  }
}

const heading = (title: string, right: string): string[] => [
  text(margin, 17, title, { size: 7, bold: true }),
  text(width - margin, 17, right, { size: 3.6, fill: SOFT, anchor: 'end' }),
  rule(margin, 21, width - margin, 21),
];

export function reportSvg(report: Report, yard: string): string {
  const { words, stands, exercises, best, next, load, dates } = report;
  const column = new Column(29);
  column.said(words.join(' '));
  column.heading(`Where ${report.horse} stands`);
  column.said('Filled: now, with how sure it is. The small line: where it was at the beginning.', {
    fill: SOFT,
  });
  column.y += 1;
  for (const scale of SCALES) {
    const own = stands.filter((s) => s.scale === scale);
    if (own.length === 0) continue;
    column.parts.push(strapRow(scale, own, column.y));
    column.y += 7;
  }
  if (exercises.length > 0) {
    column.heading('What was worked on');
    for (const { name, good, tries } of exercises)
      column.said(`${name}: ${good} of ${tries} tries good`);
  }
  if (best.length > 0) {
    column.heading('Best tries');
    for (const { date, said } of best) column.said(`${daySaid(date)}: ${said}`);
  }
  column.heading('What is next');
  for (const said of next) column.said(said);
  if (next.length === 0) column.said('To keep what is there.');
  column.heading('Load');
  column.said(
    `${load.lessons} lessons, ${timeSaid(load.minutes)} in all, ${timeSaid(load.aWeek)} a week.`,
  );
  if (dates.length > 0) {
    column.heading('Next dates');
    column.said(dates.map((d) => `${daySaid(d.date)} (${d.said})`).join(' · '));
  }
  column.y += 4;
  column.said(
    'Levels are estimates from what was seen, from 0 to 10. They say nothing of the horse’s health: that is for the vet.',
    { italic: true, fill: SOFT },
  );
  return pageSvg([
    ...heading(report.horse, `${periodSaid(report)}${yard && ` · ${yard}`}`),
    ...column.parts,
  ]);
}

/** A scale on both reins: two small straps, then and now. */
function strapRow(scale: Scale, own: readonly Stands[], y: number): string {
  const one = (rein: Rein, x: number): string => {
    const found = own.find((s) => s.rein === rein);
    const length = 52;
    const at = (value: number) => x + (length * Math.min(10, Math.max(0, value))) / 10;
    const strap = `<rect x="${x}" y="${y - 3}" width="${length}" height="3.4" rx="1.2" fill="${SAND}"/>`;
    const label = text(x - 2, y, rein, { size: 2.8, fill: SOFT, anchor: 'end' });
    if (!found?.now) return label + strap;
    const { mean, sd } = found.now;
    const [low, high] = [at(mean - sd), at(mean + sd)];
    return [
      label,
      strap,
      `<rect x="${low.toFixed(2)}" y="${y - 3}" width="${(high - low).toFixed(2)}" height="3.4" fill="${LEATHER}" opacity="0.45"/>`,
      `<rect x="${(at(mean) - 0.6).toFixed(2)}" y="${y - 3.6}" width="1.2" height="4.6" fill="${LEATHER}"/>`,
      found.then ? rule(at(found.then.mean), y - 3.4, at(found.then.mean), y + 0.8, INK) : '',
      text(x + length + 2, y, mean.toFixed(1), { size: 3.4, bold: true }),
    ].join('');
  };
  return (
    text(margin, y, scale, { size: 3.6, bold: true }) +
    one('left', margin + 40) +
    one('right', margin + 116)
  );
}

export interface ProgrammeSheet {
  readonly horse: string;
  readonly goal: string;
  readonly weeks: readonly KeptWeek[];
  /** The gate of each theme, by the Monday it begins on. */
  readonly gates: readonly { readonly from: string; readonly says: string }[];
}

const WEEKS_A_PAGE = 26;

/** The weeks ahead on one page: theme, days and gate of each. */
export function programmeSvg({ horse, goal, weeks, gates }: ProgrammeSheet): string {
  const shown = weeks.slice(0, WEEKS_A_PAGE);
  const row = 8.2;
  const top = 46;
  const columns = [
    margin,
    margin + 24,
    ...Array.from({ length: 7 }, (_, d) => margin + 52 + d * 19),
  ];
  const names = ['week of', 'theme', ...WEEKDAYS_SHORT];
  const lines = shown.flatMap((week, w) => {
    const y = top + 6 + w * row;
    const isNew = w === 0 || shown[w - 1]!.theme !== week.theme;
    return [
      text(columns[0]!, y, daySaid(week.monday), { size: 3.1 }),
      text(columns[1]!, y, isNew ? week.theme : '', { size: 3.3, bold: true }),
      ...week.days.map(({ kind, minutes }, d) =>
        text(columns[d + 2]!, y, dayWord(DAYS[kind].label, minutes), {
          size: 2.7,
          bold: DAYS[kind].hard,
          fill: kind === 'rest' ? SOFT : INK,
        }),
      ),
      rule(margin, y + 2.2, width - margin, y + 2.2, HAIR),
    ];
  });
  const column = new Column(top + 12 + shown.length * row);
  const room = PAGE.height - margin - column.y;
  if (room > 10 + gates.length * LINE) {
    column.heading('Before each theme is left');
    for (const { from, says } of gates) column.said(`From ${daySaid(from)}: ${says}.`);
  }
  return pageSvg([
    ...heading(`${horse}: the weeks ahead`, `from ${daySaid(shown[0]!.monday)}`),
    ...wrapped(goal, WIDE, SIZE).map((said, i) =>
      text(margin, 29 + i * LINE, said, { size: SIZE, italic: true }),
    ),
    ...names.map((name, i) => text(columns[i]!, top, name, { size: 2.9, fill: SOFT })),
    ...lines,
    ...column.parts,
  ]);
}

/** "Lesson 45", in the width of a column. */
const dayWord = (label: string, minutes: number): string => {
  const [word] = label.split(' ');
  return minutes > 0 ? `${word} ${minutes}` : word!;
};
