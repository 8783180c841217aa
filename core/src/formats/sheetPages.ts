import type { RideJudge } from '../sheet/markedRide.ts';
import { judgePoints, type Score } from '../sheet/score.ts';
import type { Sheet } from '../sheet/sheet.ts';
import { INK, PAGE, SOFT, pageSvg, rule, text, wrapped } from './page.ts';

/** A judge's sheet as pages of A4: filled in, or empty to be written on by hand. */
export interface SheetPaper {
  readonly sheet: Sheet;
  /** Who rode it, on which day, where; empty for a sheet to be written on. */
  readonly about: string;
  readonly judges: readonly RideJudge[];
  readonly score: Score | null;
}

const SIZE = 3.1;
const LINE_MM = 4.1;
const MARK_MM = 11;
const REMARK_LEAST_MM = 40;
/** Rows begin here, and end above the totals. */
const TOP = 38;
const BOTTOM = PAGE.height - 30;

interface Row {
  readonly number: string;
  readonly movement: readonly string[];
  /** The judge's directive; on a sheet to be written on. */
  readonly directive: readonly string[];
  readonly coefficient: number;
  readonly marks: readonly string[];
  readonly points: string;
  readonly remark: readonly string[];
}

const columnsFor = (judges: number) => {
  const { margin, width } = PAGE;
  const right = width - margin;
  const marks = Math.max(1, judges) * MARK_MM;
  const room = right - margin - 9 - 8 - marks - 14;
  const remark = Math.max(REMARK_LEAST_MM, room * 0.42);
  const movement = room - remark;
  const movementX = margin + 9;
  const coefficientX = movementX + movement;
  const marksX = coefficientX + 8;
  const pointsX = marksX + marks;
  return {
    movementX,
    movement,
    coefficientX,
    marksX,
    pointsX,
    remarkX: pointsX + 14,
    remark,
    right,
  };
};
type Columns = ReturnType<typeof columnsFor>;

const shown = (value: number | undefined): string => value?.toFixed(1) ?? '';
const times = (coefficient: number): string => (coefficient > 1 ? String(coefficient) : '');

function rowsOf({ sheet, judges, score }: SheetPaper, { movement, remark }: Columns): Row[] {
  const remarks = (key: string) =>
    judges
      .flatMap((j) => {
        const said = j.remarks[key];
        return said ? [judges.length > 1 ? `${j.at}: ${said}` : said] : [];
      })
      .join(' · ');
  const fit = (said: string, mm: number) => (said ? wrapped(said, mm - 2, SIZE) : []);
  const points = (value: number | undefined) =>
    value === undefined ? '' : String(Number(value.toFixed(2)));
  return [
    ...sheet.boxes.map((box, i) => ({
      number: String(box.number),
      movement: box.lines.flatMap((line) => fit(line, movement)),
      directive: judges.length === 0 ? fit(box.directive ?? '', movement) : [],
      coefficient: box.coefficient,
      marks: judges.map((j) => shown(j.marks[box.number])),
      points: points(score?.boxes[i]?.points),
      remark: fit(remarks(String(box.number)), remark),
    })),
    ...sheet.collectives.map(({ name, coefficient }, i) => ({
      number: '',
      movement: fit(name, movement),
      directive: [],
      coefficient,
      marks: judges.map((j) => shown(j.collectives[name])),
      points: points(score?.collectives[i]?.points),
      remark: fit(remarks(name), remark),
    })),
  ];
}

/** The pages of a judge's sheet: as many as its rows need, totals on the last. */
export function sheetPages(paper: SheetPaper): string[] {
  const columns = columnsFor(paper.judges.length);
  const pages: string[][] = [[]];
  let y = TOP;
  for (const row of rowsOf(paper, columns)) {
    const lines = Math.max(1, row.movement.length + row.directive.length, row.remark.length);
    const heightMm = 2.6 + LINE_MM * lines;
    if (y + heightMm > BOTTOM) {
      pages.push([]);
      y = TOP;
    }
    pages.at(-1)!.push(drawn(row, columns, y, heightMm));
    y += heightMm;
  }
  return pages.map((rows, i) =>
    pageSvg([
      ...head(paper, columns, pages.length > 1 ? `page ${i + 1} of ${pages.length}` : ''),
      ...rows,
      ...(i === pages.length - 1 ? totals(paper, y + 7) : []),
    ]),
  );
}

function head({ sheet, about, judges }: SheetPaper, columns: Columns, page: string): string[] {
  const { margin } = PAGE;
  const { movementX, coefficientX, marksX, pointsX, remarkX, right } = columns;
  const asks =
    'Horse ____________________  Rider ____________________  Judge at ___  Date __________';
  const label = (x: number, said: string) => text(x, TOP - 3, said, { size: 2.8, fill: SOFT });
  return [
    text(margin, 17, sheet.title, { size: 6, bold: true }),
    text(right, 17, page, { size: 2.8, fill: SOFT, anchor: 'end' }),
    text(margin, 26, about || asks, { size: 3.4, fill: about ? SOFT : INK }),
    label(movementX, 'Movement'),
    label(coefficientX, '×'),
    ...(judges.length > 0
      ? judges.map((j, i) => label(marksX + i * MARK_MM + 2, j.at))
      : [label(marksX + 1.5, 'Mark')]),
    label(pointsX + 1, 'Points'),
    label(remarkX + 1, 'Remark'),
    rule(margin, TOP - 1, right, TOP - 1, INK),
  ];
}

function drawn(row: Row, columns: Columns, y: number, heightMm: number): string {
  const { margin } = PAGE;
  const { movementX, coefficientX, marksX, pointsX, remarkX, right } = columns;
  const base = y + 4;
  const lines = (x: number, said: readonly string[], fill = INK) =>
    said.map((line, i) => text(x, base + i * LINE_MM, line, { size: SIZE, fill })).join('');
  const uprights = [marksX, ...row.marks.slice(1).map((_, i) => marksX + (i + 1) * MARK_MM)];
  return [
    text(margin, base, row.number, { size: SIZE, bold: true }),
    lines(movementX, row.movement),
    ...row.directive.map((line, i) =>
      text(movementX, base + (row.movement.length + i) * LINE_MM, line, {
        size: SIZE,
        fill: SOFT,
        italic: true,
      }),
    ),
    text(coefficientX, base, times(row.coefficient), { size: SIZE }),
    ...row.marks.map((mark, i) =>
      text(marksX + i * MARK_MM + MARK_MM / 2, base, mark, {
        size: SIZE + 0.3,
        bold: true,
        anchor: 'middle',
      }),
    ),
    text(remarkX - 2, base, row.points, { size: SIZE, anchor: 'end' }),
    lines(remarkX + 1, row.remark, SOFT),
    ...[...uprights, pointsX, remarkX].map((x) => rule(x, y, x, y + heightMm)),
    rule(margin, y + heightMm, right, y + heightMm),
  ].join('');
}

function totals({ sheet, judges, score }: SheetPaper, y: number): string[] {
  const { margin } = PAGE;
  const { how, costs } = sheet.errors;
  const unit = how === 'percent' ? ' %' : '';
  const price = `${costs.map((cost) => `−${cost}${unit}`).join(', then ')}, then eliminated`;
  if (!score) {
    return [
      text(
        margin,
        y,
        `Errors of course (${price}): ____    Total: ______ of ${sheet.possible}    ________ %`,
        {
          size: 3.4,
        },
      ),
      text(margin, y + 12, 'Signature ______________________________', { size: 3.4 }),
    ];
  }
  const errors =
    score.errors === 0
      ? 'No error of course.'
      : `${score.errors === 1 ? '1 error' : `${score.errors} errors`} of course (${price}).`;
  const each = score.judges.map((j, i) => {
    const before = judges[i] ? judgePoints(sheet, judges[i]) : j.points;
    return `${j.at}: ${before} before errors, ${j.percent.toFixed(3)} %`;
  });
  return [
    text(margin, y, score.eliminated ? 'Eliminated' : `${score.percent.toFixed(3)} %`, {
      size: 5.5,
      bold: true,
    }),
    text(
      margin + 42,
      y,
      `${Number(score.points.toFixed(3))} of ${sheet.possible} points. ${errors}`,
      {
        size: 3.4,
      },
    ),
    ...wrapped(each.join(' · '), PAGE.width - 2 * margin, 3.2).map((line, i) =>
      text(margin, y + 7 + i * 4.4, line, { size: 3.2, fill: SOFT }),
    ),
  ];
}
