import type { RefObject } from 'react';
import { usePinch } from '@use-gesture/react';
import type { Point } from '@canter-book/core/geometry/curve';
import { drawingPoint } from '../../arena/pointer.ts';
import { panned, zoomed, type ViewBox } from '../../arena/viewBox.ts';

interface PinchProps {
  svg: RefObject<SVGSVGElement | null>;
  whole: ViewBox;
  box: ViewBox;
  onShow(box: ViewBox): void;
}

/** Two fingers pinch and pan the drawing; one scrolls the page or works on the lesson. */
export function Pinch({ svg, whole, box, onShow }: PinchProps) {
  usePinch(
    ({ origin: [clientX, clientY], movement: [scale], memo }) => {
      const at = drawingPoint(svg.current, { clientX, clientY });
      const began = (memo as { box: ViewBox; at: Point } | undefined) ?? (at && { box, at });
      if (!began || !at) return began;
      const nearer = zoomed(began.box, whole, scale, began.at);
      const under = {
        x: nearer.x + ((at.x - box.x) / box.width) * nearer.width,
        y: nearer.y + ((at.y - box.y) / box.height) * nearer.height,
      };
      onShow(panned(nearer, whole, began.at.x - under.x, began.at.y - under.y));
      return began;
    },
    { target: svg, eventOptions: { passive: false } },
  );
  return null;
}
