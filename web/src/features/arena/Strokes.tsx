import { memo, useMemo } from 'react';
import { beatStrokes, type BeatStroke } from '@canter-book/core/drawing/strokes';
import { lineMarks } from '@canter-book/core/drawing/lineMarks';
import { svgPathOf, type View } from '@canter-book/core/drawing/svgPath';
import type { Ride } from '@canter-book/core/ride/types';

const WIDTHS_M = { walk: 0.26, trot: 0.32, canter: 0.38, halt: 0.3, 'rein-back': 0.3 } as const;

interface StrokesProps {
  ride: Ride;
  view: View;
  selectedItem: string | null;
  only: string | null | undefined;
}

/** The ridden line in beats; the chosen line stands out, with the marks of its direction and bend. */
export const Strokes = memo(function Strokes(props: StrokesProps) {
  const { ride, view, selectedItem, only } = props;
  const strokes = useMemo(
    () => beatStrokes(ride, selectedItem).map((stroke) => drawn(stroke, view)),
    [ride, selectedItem, view],
  );
  const chosen = ({ stroke }: DrawnStroke) =>
    ride.movements[stroke.movement]?.itemId === selectedItem;
  const shown = only === undefined ? strokes : strokes.filter(chosen);
  const order = [...shown.filter((s) => !chosen(s)), ...shown.filter(chosen)];
  const anyChosen = shown.some(chosen);
  return (
    <g fill="none" data-strokes>
      {order.map((drawnStroke, i) => {
        const strong = chosen(drawnStroke);
        return <Stroke key={i} {...drawnStroke} strong={strong} faded={anyChosen && !strong} />;
      })}
      <Marks ride={ride} view={view} itemId={selectedItem} />
    </g>
  );
});

interface DrawnStroke {
  readonly stroke: BeatStroke;
  readonly d: string;
  readonly second: string | null;
}

/** Two digits are a centimetre: finer than a pixel, also when zoomed in. */
const drawn = (stroke: BeatStroke, view: View): DrawnStroke => ({
  stroke,
  d: svgPathOf((sink) => stroke.draw(sink), view, 2),
  second: stroke.secondTrack && svgPathOf(stroke.secondTrack, view, 2),
});

interface StrokeProps extends DrawnStroke {
  strong: boolean;
  faded: boolean;
}

function Stroke({ stroke, d, second, strong, faded }: StrokeProps) {
  const full = strong ? 1 : stroke.way ? 0.3 : faded ? 0.42 : 0.78;
  // Later passes over the same ground are fainter, in their order.
  const opacity = strong ? 1 : full * 0.72 ** stroke.pass;
  const look = {
    stroke: strong ? 'var(--leather)' : 'var(--ink)',
    strokeWidth: WIDTHS_M[stroke.span.gait] * (strong ? 1.5 : 1) * (0.85 + 0.5 * stroke.gathering),
    strokeDasharray: stroke.marksM.map((m) => m.toFixed(2)).join(' '),
    strokeDashoffset: stroke.offsetM,
  };
  return (
    <>
      <path d={d} strokeOpacity={opacity} {...look} />
      {second && <path d={second} strokeOpacity={opacity * 0.6} data-second-track {...look} />}
    </>
  );
}

/** Where the chosen line begins, which way it goes, and to which side the horse is bent or leads. */
function Marks({ ride, view, itemId }: { ride: Ride; view: View; itemId: string | null }) {
  const marks = useMemo(() => lineMarks(ride, itemId), [ride, itemId]);
  return (
    <g
      stroke="var(--leather)"
      strokeWidth={0.2}
      strokeLinecap="round"
      strokeLinejoin="round"
      pointerEvents="none"
    >
      {marks.map((mark, i) => (
        <path key={i} d={svgPathOf(mark.draw, view, 2)} data-mark={mark.kind} />
      ))}
    </g>
  );
}
