import { letterOnRail, lettersOf, type Arena, type Letter } from '../arena/arena.ts';
import { beatStrokes } from '../drawing/strokes.ts';
import { svgPathOf, toView } from '../drawing/svgPath.ts';
import type { Ride } from '../ride/types.ts';
import { roundTo } from '../units.ts';
import { INK, SOFT, text } from './page.ts';

const ROOM_M = 3;

/** The arena with the ride in its beats, C to the right, as a group of the given width in millimetres. */
export function arenaGroup(ride: Ride, xMm: number, yMm: number, widthMm: number) {
  const { arena } = ride;
  const scale = widthMm / (arena.lengthM + 2 * ROOM_M);
  const half = arena.widthM / 2;
  const strokes = beatStrokes(ride).map((stroke) => {
    const dashes = stroke.marksM.map((m) => roundTo(m, 3)).join(' ');
    const widthM = 0.3 + 0.12 * stroke.gathering;
    const look = `stroke-width="${roundTo(widthM, 2)}" stroke-dasharray="${dashes}" stroke-dashoffset="${roundTo(stroke.offsetM, 3)}" opacity="${stroke.way ? 0.35 : 0.9}"`;
    const second = stroke.secondTrack ? `<path d="${svgPathOf(stroke.secondTrack)}" ${look}/>` : '';
    return `<path d="${svgPathOf((sink) => stroke.draw(sink))}" ${look}/>${second}`;
  });
  const letters = lettersOf(arena).map((letter) => {
    const { x, y } = letterAt(arena, letter);
    const inside = letter.side === 'centre';
    return text(x, y + 0.6, letter.name, {
      size: inside ? 1.1 : 1.7,
      bold: !inside,
      fill: inside ? SOFT : INK,
      anchor: 'middle',
    });
  });
  const svg = [
    `<g transform="translate(${xMm} ${yMm}) scale(${roundTo(scale, 5)}) translate(${ROOM_M} ${ROOM_M + half})">`,
    `<rect x="0" y="${-half}" width="${arena.lengthM}" height="${arena.widthM}" fill="none" stroke="${INK}" stroke-width="0.15"/>`,
    `<g fill="none" stroke="${INK}">${strokes.join('')}</g>`,
    letters.join(''),
    groundOf(ride).join(''),
    '</g>',
  ].join('\n');
  return { svg, heightMm: scale * (arena.widthM + 2 * ROOM_M) };
}

const groundOf = (ride: Ride): string[] =>
  ride.equipment.map(({ what, from, to }) => {
    const [a, b] = [toView('c-right', from), toView('c-right', to)];
    return what === 'poles'
      ? `<path d="M${roundTo(a.x, 2)} ${roundTo(a.y, 2)}L${roundTo(b.x, 2)} ${roundTo(b.y, 2)}" stroke="${INK}" stroke-width="0.3"/>`
      : `<circle cx="${roundTo(a.x, 2)}" cy="${roundTo(a.y, 2)}" r="0.5" fill="${what === 'cone' ? SOFT : INK}"/>`;
  });

function letterAt(arena: Arena, letter: Letter) {
  const at = letterOnRail(arena, letter);
  const away = { left: [-1.6, 0], right: [1.6, 0], A: [0, -1.6], C: [0, 1.6], centre: [0.9, 0] }[
    letter.side
  ];
  return toView('c-right', { x: at.x + away[0]!, y: at.y + away[1]! });
}
