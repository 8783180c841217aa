import { memo, useEffect, useMemo, useRef } from 'react';
import { beatStrokes, type BeatStroke } from '@canter-book/core/drawing/strokes';
import { lineMarks } from '@canter-book/core/drawing/lineMarks';
import { svgPathOf, type View } from '@canter-book/core/drawing/svgPath';
import type { Ride } from '@canter-book/core/ride/types';

const WIDTHS_M = {
  walk: 0.26,
  trot: 0.32,
  canter: 0.38,
  halt: 0.3,
  'rein-back': 0.3,
  'in-hand': 0.18,
} as const;

interface StrokesProps {
  ride: Ride;
  view: View;
  selectedItem: string | null;
  only: string | null | undefined;
  /** Draws only these lines of the lesson; all when missing. */
  among?: ReadonlySet<string> | undefined;
  /** Times the usual width: for small pictures. */
  weight?: number;
}

/** The ridden line in beats; the chosen line stands out, with the marks of its direction and bend. */
export const Strokes = memo(function Strokes(props: StrokesProps) {
  const { ride, view, selectedItem, only, among, weight = 1 } = props;
  const strokes = useDrawn(ride, selectedItem, view);
  const chosen = ({ stroke }: DrawnStroke) =>
    ride.movements[stroke.movement]?.itemId === selectedItem;
  const drawn = among
    ? strokes.filter(({ stroke }) => {
        const { itemId, act } = ride.movements[stroke.movement]!;
        return among.has(itemId) && act !== -1;
      })
    : strokes;
  const shown = only === undefined ? drawn : drawn.filter(chosen);
  const order = [...shown.filter((s) => !chosen(s)), ...shown.filter(chosen)];
  // A line that cannot be ridden just now is still the one in hand: the rest does not flash up with it.
  const broken = ride.faults.some((f) => f.itemId === selectedItem);
  const anyChosen = broken || shown.some(chosen);
  return (
    <g fill="none" data-strokes>
      {order.map((drawnStroke, i) => {
        const strong = chosen(drawnStroke);
        return (
          <Stroke
            key={i}
            of={drawnStroke}
            strong={strong}
            faded={anyChosen && !strong}
            weight={weight}
          />
        );
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

/**
 * The strokes to be drawn. Those that lie as they lay before are the same objects again: one key press
 * changes one line, and the others are neither worked out nor looked at anew.
 */
function useDrawn(ride: Ride, selectedItem: string | null, view: View): readonly DrawnStroke[] {
  const known = useRef(new Map<string, DrawnStroke>());
  const strokes = useMemo(
    () =>
      beatStrokes(ride, selectedItem).map((stroke) => ({ stroke, key: lieOf(stroke, ride, view) })),
    [ride, selectedItem, view],
  );
  // The cache only saves work: what it answers is the same with and without it.
  /* eslint-disable react-hooks/refs */
  const list = useMemo(
    () =>
      strokes.map(({ stroke, key }) => {
        const same = known.current.get(key);
        return same?.stroke.movement === stroke.movement ? same : drawn(stroke, view, same);
      }),
    [strokes, view],
  );
  /* eslint-enable react-hooks/refs */
  useEffect(() => {
    known.current = new Map(strokes.map(({ key }, i) => [key, list[i]!]));
  }, [strokes, list]);
  return list;
}

/** Where a stroke lies and how it looks: both its ends and its middle tell its curve from any other of a lesson. */
function lieOf(stroke: BeatStroke, ride: Ride, view: View): string {
  const { fromM, toM, offsetM, pass, way, span, besideM, gathering } = stroke;
  const places = [fromM, (2 * fromM + toM) / 3, toM].map((m) => {
    const { x, y, headingRad } = ride.path.at(m);
    return `${x.toFixed(3)},${y.toFixed(3)},${headingRad.toFixed(3)}`;
  });
  const look = [toM - fromM, offsetM, span.strideM, gathering, pass, ...besideM];
  return [view, span.gait, way, ...look.map((n) => n.toFixed(3)), ...places].join(' ');
}

/** Two digits are a centimetre: finer than a pixel, also when zoomed in. */
const drawn = (stroke: BeatStroke, view: View, same?: DrawnStroke): DrawnStroke => ({
  stroke,
  d: same?.d ?? svgPathOf((sink) => stroke.draw(sink), view, 2),
  second: same ? same.second : stroke.secondTrack && svgPathOf(stroke.secondTrack, view, 2),
});

interface StrokeProps {
  of: DrawnStroke;
  strong: boolean;
  faded: boolean;
  weight: number;
}

const Stroke = memo(function Stroke({ of, strong, faded, weight }: StrokeProps) {
  const { stroke, d, second } = of;
  const full = strong ? 1 : stroke.way ? 0.3 : faded ? 0.42 : 0.78;
  // Later passes over the same ground are fainter, in their order.
  const opacity = strong ? 1 : full * 0.72 ** stroke.pass;
  const look = {
    stroke: strong ? 'var(--leather)' : 'var(--ink)',
    strokeWidth:
      WIDTHS_M[stroke.span.gait] * weight * (strong ? 1.5 : 1) * (0.85 + 0.5 * stroke.gathering),
    strokeDasharray: stroke.marksM.map((m) => m.toFixed(2)).join(' '),
    strokeDashoffset: stroke.offsetM,
  };
  return (
    <>
      <path d={d} strokeOpacity={opacity} {...look} />
      {second && <path d={second} strokeOpacity={opacity * 0.6} data-second-track {...look} />}
    </>
  );
});

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
