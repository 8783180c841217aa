import type { Point } from '@canter-book/core/geometry/curve';

/** Where the pointer is in a drawing, in its own metres; null before it is on the screen. */
export function drawingPoint(
  svg: SVGSVGElement | null,
  { clientX, clientY }: { clientX: number; clientY: number },
): Point | null {
  const matrix = svg?.getScreenCTM?.()?.inverse();
  if (!matrix) return null;
  const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrix);
  return { x, y };
}
