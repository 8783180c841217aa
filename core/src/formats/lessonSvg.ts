import type { Item, Lesson } from '../lesson/document.ts';
import { balanceOf } from '../ride/balance.ts';
import type { Ride } from '../ride/types.ts';
import { clock } from '../units.ts';
import { arenaGroup } from './arenaSvg.ts';
import { rowsOf, type Row } from './lessonRows.ts';
import { PAGE, SOFT, pageSvg, rule, text, wrapped } from './page.ts';

export interface HandOut {
  /** The rider's homework. */
  readonly homework?: string | undefined;
}

/**
 * The lesson on one page that folds into a pocket: the picture and what to lay out above the fold,
 * every line with its time, metres and strides below it, in two columns when there are many.
 */
export function lessonSvg(ride: Ride, lesson: Lesson, { homework }: HandOut = {}): string {
  const { width, margin } = PAGE;
  const drawing = arenaGroup(ride, margin, 22, width - 2 * margin);
  const aboutTop = 22 + drawing.heightMm + 4;
  const about = [
    `${ride.arena.widthM} × ${ride.arena.lengthM} m`,
    lesson.horse?.name,
    clock(ride.totals.seconds),
  ].filter((part) => part !== undefined);
  return pageSvg([
    text(margin, 16, lesson.title?.text || 'Lesson', { size: 7, bold: true }),
    text(width - margin, 16, about.join(' · '), { size: 3.6, fill: SOFT, anchor: 'end' }),
    drawing.svg,
    besideOf(ride, lesson, aboutTop, homework),
    listOf(ride, lesson, Math.max(PAGE.fold + 2, aboutTop + 34)),
  ]);
}

/** Phases, what to lay out, the balance, and the homework, between the picture and the fold. */
function besideOf(ride: Ride, lesson: Lesson, top: number, homework: string | undefined): string {
  const { margin, width } = PAGE;
  const column = (width - 2 * margin) / 3;
  const size = 3.3;
  const block = (n: number, title: string, lines: readonly string[]) => {
    const x = margin + n * column;
    const broken = lines.flatMap((line) => wrapped(line, column - 4, size));
    return [
      text(x, top + 4, title, { size, bold: true }),
      ...broken.slice(0, 7).map((line, i) => text(x, top + 8.4 + i * 4.2, line, { size })),
    ].join('');
  };
  const phases = ride.phases.map(
    (p) =>
      `${clock(p.startsAtS)}  ${p.name}${p.plannedS === null ? '' : `, ${Math.round(p.plannedS / 60)} min`}`,
  );
  const lay = layOutOf(lesson.items);
  const third = homework
    ? block(2, 'Homework', [homework])
    : block(2, 'To lay out', lay.length ? lay : ['nothing']);
  const middle = [...balanceLines(ride), ...(homework && lay.length ? ['Lay out:', ...lay] : [])];
  return [block(0, 'Phases', phases), block(1, 'Balance', middle), third].join('\n');
}

function balanceLines(ride: Ride): string[] {
  const { rein, gait } = balanceOf(ride);
  const share = (part: number, whole: number) => Math.round((100 * part) / Math.max(1, whole));
  const left = share(rein.left, rein.left + rein.right);
  const gaits = Object.entries(gait).flatMap(([name, metres]) =>
    metres > 0 ? [`${name} ${Math.round(metres)} m`] : [],
  );
  return [`left ${left} %, right ${100 - left} %`, gaits.join(', ')];
}

const layOutOf = (items: readonly Item[]): string[] =>
  items.flatMap((item) => {
    if (item.kind === 'repeat') return layOutOf(item.items);
    if (item.kind !== 'ground') return [];
    const { what, count = 1, spacedM, letter } = item;
    if (what !== 'poles') return [`${what} at ${letter}`];
    const many = count === 1 ? 'a pole' : `${count} poles`;
    return [`${many} at ${letter}${spacedM ? `, ${spacedM} m apart` : ''}`];
  });

/** More lines than this are set in two columns. */
const ONE_COLUMN_ROWS = 26;

/** The list fits its room: smaller letters for a longer lesson, never below what can be read. */
function listOf(ride: Ride, lesson: Lesson, top: number): string {
  const rows = rowsOf(ride, lesson);
  const columns = rows.length > ONE_COLUMN_ROWS ? 2 : 1;
  const { width, height, margin } = PAGE;
  const roomMm = height - margin - top;
  const widthMm = (width - 2 * margin - (columns - 1) * 8) / columns;
  let lineMm = 5.4;
  let lines = laidOut(rows, widthMm, lineMm);
  while (lines.length * lineMm > roomMm * columns && lineMm > 2.6) {
    lineMm -= 0.2;
    lines = laidOut(rows, widthMm, lineMm);
  }
  const perColumn = Math.max(1, Math.ceil(lines.length / columns));
  const drawn = lines.map((draw, i) => {
    const column = Math.min(columns - 1, Math.floor(i / perColumn));
    const y = top + ((i - column * perColumn) % perColumn) * lineMm + lineMm;
    return draw(margin + column * (widthMm + 8), y);
  });
  return [rule(margin, top, width - margin, top), ...drawn].join('\n');
}

type Draw = (x: number, y: number) => string;

/** The rows as lines of one height; what is too long goes on in a line below. */
function laidOut(rows: readonly Row[], widthMm: number, lineMm: number): Draw[] {
  const size = lineMm * 0.66;
  const indent = size * 3.6;
  return rows.flatMap((row): Draw[] => {
    if (row.kind === 'phase') return [(x, y) => text(x, y, row.said, { size, bold: true })];
    const insetMm = indent + row.depth * size * 1.4;
    if (row.kind === 'repeat')
      return [(x, y) => text(x + insetMm, y, row.said, { size, bold: true })];
    if (row.kind === 'note') {
      return wrapped(row.said, widthMm - insetMm, size).map(
        (line): Draw =>
          (x, y) =>
            text(x + insetMm, y, line, { size, fill: SOFT, italic: true }),
      );
    }
    const { at, figures } = row;
    const figuresMm = size * 7.8;
    const [first = '', ...more] = wrapped(row.said, widthMm - insetMm - figuresMm, size);
    return [
      (x, y) =>
        [
          text(x + indent - size * 0.6, y, at, { size, fill: SOFT, anchor: 'end' }),
          text(x + insetMm, y, first, { size }),
          text(x + widthMm, y, figures, { size, fill: SOFT, anchor: 'end' }),
        ].join(''),
      ...more.map(
        (line): Draw =>
          (x, y) =>
            text(x + insetMm, y, line, { size }),
      ),
    ];
  });
}
