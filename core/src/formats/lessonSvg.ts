import { letterOnRail, lettersOf, type Arena, type Letter } from '../arena/arena.ts';
import { beatStrokes } from '../drawing/strokes.ts';
import { svgPathOf, toView } from '../drawing/svgPath.ts';
import { countWord, countsPerStride } from '../gaits/paces.ts';
import type { Lesson } from '../lesson/document.ts';
import { linesOf } from '../lesson/document.ts';
import type { Ride } from '../ride/types.ts';
import { clock, roundTo } from '../units.ts';

/** A page of 210 × 297 (A4 in millimetres): the drawing on top, the list below. */
const PAGE = { width: 210, height: 297, margin: 12 };
const INK = '#22303A';
const SOFT = '#56616A';

const escape = (text: string): string =>
  text
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;');

interface TextOptions {
  readonly size: number;
  readonly weight?: number;
  readonly fill?: string;
  readonly anchor?: 'start' | 'middle' | 'end';
  readonly style?: string;
}

function text(x: number, y: number, said: string, options: TextOptions): string {
  const { size, weight = 400, fill = INK, anchor = 'start', style = 'normal' } = options;
  return `<text x="${roundTo(x, 2)}" y="${roundTo(y, 2)}" font-size="${size}" font-weight="${weight}" font-style="${style}" fill="${fill}" text-anchor="${anchor}">${escape(said)}</text>`;
}

/** The lesson on one page: the picture, and every line with its letter, metres, strides and time. */
export function lessonSvg(ride: Ride, lesson: Lesson): string {
  const { width, height, margin } = PAGE;
  const drawing = arenaGroup(ride, margin, 26, width - 2 * margin);
  const listTop = 26 + drawing.heightMm + 8;
  const list = listOf(ride, lesson, listTop, height - margin - listTop);
  const about = [
    `${ride.arena.widthM} × ${ride.arena.lengthM} m`,
    lesson.horse?.name,
    clock(ride.totals.seconds),
    `left ${percent(ride, 'left')}, right ${percent(ride, 'right')}`,
  ].filter((part) => part !== undefined);
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}mm" height="${height}mm" font-family="Literata, Georgia, serif">`,
    `<rect width="${width}" height="${height}" fill="#FFFFFF"/>`,
    text(margin, 17, lesson.title?.text ?? 'Lesson', { size: 7, weight: 600 }),
    text(width - margin, 17, about.join(' · '), { size: 3.4, fill: SOFT, anchor: 'end' }),
    drawing.svg,
    list,
    '</svg>',
  ].join('\n');
}

function percent(ride: Ride, rein: 'left' | 'right'): string {
  const { left, right } = ride.totals.rein;
  const both = left.metres + right.metres;
  return `${both > 0 ? Math.round((100 * ride.totals.rein[rein].metres) / both) : 0} %`;
}

function letterAt(arena: Arena, letter: Letter) {
  const at = letterOnRail(arena, letter);
  const away = { left: [-1.6, 0], right: [1.6, 0], A: [0, -1.6], C: [0, 1.6], centre: [0.9, 0] }[
    letter.side
  ];
  return toView('c-right', { x: at.x + away[0]!, y: at.y + away[1]! });
}

function arenaGroup(ride: Ride, xMm: number, yMm: number, widthMm: number) {
  const { arena } = ride;
  const roomM = 3;
  const scale = widthMm / (arena.lengthM + 2 * roomM);
  const half = arena.widthM / 2;
  const strokes = beatStrokes(ride).map((stroke) => {
    const d = svgPathOf((sink) => stroke.draw(sink));
    const dashes = stroke.marksM.map((m) => roundTo(m, 3)).join(' ');
    const widthM = 0.3 + 0.12 * stroke.gathering;
    return `<path d="${d}" stroke-width="${roundTo(widthM, 2)}" stroke-dasharray="${dashes}" stroke-dashoffset="${roundTo(stroke.offsetM, 3)}" opacity="${stroke.way ? 0.35 : 0.9}"/>`;
  });
  const ground = ride.equipment.map(({ what, from, to }) => {
    const [a, b] = [toView('c-right', from), toView('c-right', to)];
    return what === 'poles'
      ? `<path d="M${roundTo(a.x, 2)} ${roundTo(a.y, 2)}L${roundTo(b.x, 2)} ${roundTo(b.y, 2)}" stroke="${INK}" stroke-width="0.3"/>`
      : `<circle cx="${roundTo(a.x, 2)}" cy="${roundTo(a.y, 2)}" r="0.5" fill="${what === 'cone' ? SOFT : INK}"/>`;
  });
  const letters = lettersOf(arena).map((letter) => {
    const { x, y } = letterAt(arena, letter);
    const inside = letter.side === 'centre';
    return text(x, y + 0.6, letter.name, {
      size: inside ? 1.1 : 1.7,
      weight: inside ? 400 : 700,
      fill: inside ? SOFT : INK,
      anchor: 'middle',
    });
  });
  const svg = [
    `<g transform="translate(${xMm} ${yMm}) scale(${roundTo(scale, 5)}) translate(${roomM} ${roomM + half})">`,
    `<rect x="0" y="${-half}" width="${arena.lengthM}" height="${arena.widthM}" fill="none" stroke="${INK}" stroke-width="0.15"/>`,
    `<g fill="none" stroke="${INK}">${strokes.join('')}</g>`,
    letters.join(''),
    ground.join(''),
    '</g>',
  ].join('\n');
  return { svg, heightMm: scale * (arena.widthM + 2 * roomM) };
}

/** The list fits its room: smaller letters for a longer lesson, never below what can be read. */
function listOf(ride: Ride, lesson: Lesson, top: number, roomMm: number): string {
  const notes = new Map(linesOf(lesson.items).map((line) => [line.id, line.note]));
  const rows: string[][] = [];
  let phase = -1;
  for (const movement of ride.movements) {
    if (movement.act === -1 || movement.round > 1) continue;
    if (movement.phaseIndex !== phase) {
      phase = movement.phaseIndex;
      const { name, plannedS } = ride.phases[phase]!;
      rows.push(['phase', plannedS === null ? name : `${name}, ${Math.round(plannedS / 60)} min`]);
    }
    const counts = Math.round(movement.strides * countsPerStride(movement.gait));
    const length = movement.metres < 0.5 ? '' : `${Math.round(movement.metres)} m`;
    const strides = movement.metres < 0.5 ? '' : `${counts} ${countWord(movement.gait)}`;
    rows.push(['line', clock(movement.startsAtS), movement.text, length, strides]);
    const note = notes.get(movement.itemId);
    if (note) rows.push(['note', note]);
  }
  const lineMm = Math.min(6, Math.max(3.1, roomMm / Math.max(1, rows.length)));
  const size = lineMm * 0.66;
  const { width, margin } = PAGE;
  return rows
    .map((row, i) => {
      const y = top + (i + 1) * lineMm;
      if (row[0] === 'phase') return text(margin, y, row[1]!, { size, weight: 700 });
      if (row[0] === 'note')
        return text(margin + 16, y, row[1]!, { size, fill: SOFT, style: 'italic' });
      return [
        text(margin + 12, y, row[1]!, { size, fill: SOFT, anchor: 'end' }),
        text(margin + 16, y, row[2]!, { size }),
        text(width - margin - 24, y, row[3]!, { size, anchor: 'end' }),
        text(width - margin, y, row[4]!, { size, anchor: 'end' }),
      ].join('');
    })
    .join('\n');
}
