import type { Arena } from '@canter-book/core/arena/arena';
import type { View } from '@canter-book/core/drawing/svgPath';
import { clamp } from '@canter-book/core/units';

/** A rectangle of the drawing, in metres, y down. */
export interface ViewBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Room around the rail for the letters. */
const MARGIN_M = 3.4;
const CLOSEST = 8;

/** The whole arena with its letters. */
export function arenaBox(arena: Arena, view: View): ViewBox {
  const half = arena.widthM / 2;
  const long = arena.lengthM + 2 * MARGIN_M;
  const wide = arena.widthM + 2 * MARGIN_M;
  if (view === 'c-right') return { x: -MARGIN_M, y: -half - MARGIN_M, width: long, height: wide };
  const y = view === 'c-up' ? -arena.lengthM - MARGIN_M : -MARGIN_M;
  return { x: -half - MARGIN_M, y, width: wide, height: long };
}

/** How many times larger than the whole arena a box shows things. */
export const zoomOf = (box: ViewBox, whole: ViewBox): number => whole.width / box.width;

/** Zooms about a point that stays where it is, between the whole arena and eight times as near. */
export function zoomed(
  box: ViewBox,
  whole: ViewBox,
  factor: number,
  at: { x: number; y: number },
): ViewBox {
  const zoom = clamp(zoomOf(box, whole) * factor, 1, CLOSEST);
  const width = whole.width / zoom;
  const height = whole.height / zoom;
  const [shareX, shareY] = [(at.x - box.x) / box.width, (at.y - box.y) / box.height];
  return within({ x: at.x - shareX * width, y: at.y - shareY * height, width, height }, whole);
}

/** Moves what is shown, never past the edge of the whole. */
export const panned = (box: ViewBox, whole: ViewBox, dx: number, dy: number): ViewBox =>
  within({ ...box, x: box.x + dx, y: box.y + dy }, whole);

const within = (box: ViewBox, whole: ViewBox): ViewBox => ({
  ...box,
  x: clamp(box.x, whole.x, whole.x + whole.width - box.width),
  y: clamp(box.y, whole.y, whole.y + whole.height - box.height),
});
