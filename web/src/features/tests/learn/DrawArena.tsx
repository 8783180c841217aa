import { useRef, useState, type PointerEvent } from 'react';
import type { Arena } from '@canter-book/core/arena/arena';
import { fromView, toView, type View } from '@canter-book/core/drawing/svgPath';
import { distanceM, type Point } from '@canter-book/core/geometry/curve';
import { lengthOf } from '@canter-book/core/sheet/drawn';
import { Button } from '../../../ui/Button.tsx';
import { Ground } from '../../arena/Ground.tsx';
import { drawingPoint } from '../../arena/pointer.ts';
import { arenaBox } from '../../arena/viewBox.ts';

const VIEW: View = 'c-right';
/** Nearer than this a new point says nothing. */
const EVERY_M = 0.5;
/** Less is a slip of the finger. */
const LEAST_M = 6;

interface DrawArenaProps {
  arena: Arena;
  /** The line that was asked for, once it is shown; null before. */
  shown: readonly Point[] | null;
  onDrawn(line: readonly Point[]): void;
}

/** The arena to be drawn in with a finger; what was drawn can be drawn again before it counts. */
export function DrawArena({ arena, shown, onDrawn }: DrawArenaProps) {
  const svg = useRef<SVGSVGElement>(null);
  const [line, setLine] = useState<readonly Point[]>([]);
  const [drawing, setDrawing] = useState(false);
  const box = arenaBox(arena, VIEW);
  const add = (event: PointerEvent, to: readonly Point[]) => {
    const at = drawingPoint(svg.current, event);
    if (!at) return;
    const point = fromView(VIEW, at);
    const last = to.at(-1);
    if (!last || distanceM(last, point) >= EVERY_M) setLine([...to, point]);
  };
  const enough = lengthOf(line) >= LEAST_M;
  return (
    <div>
      <svg
        ref={svg}
        viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
        role="img"
        aria-label={shown ? 'Your line and the line of the test' : 'Draw here what comes next'}
        className={`w-full touch-none ${shown ? '' : 'cursor-crosshair'}`}
        onPointerDown={(event) => {
          if (shown) return;
          event.currentTarget.setPointerCapture(event.pointerId);
          setDrawing(true);
          add(event, []);
        }}
        onPointerMove={(event) => drawing && add(event, line)}
        onPointerUp={() => setDrawing(false)}
        onPointerCancel={() => setDrawing(false)}
      >
        <Ground arena={arena} view={VIEW} />
        {shown && <Line points={shown} stroke="var(--leather)" width={0.9} />}
        <Line points={line} stroke="var(--ink)" width={0.5} dashed={shown !== null} />
        {line[0] && <Begin at={line[0]} />}
      </svg>
      {!shown && (
        <p className="mt-2 flex flex-wrap gap-2">
          <Button disabled={!enough || drawing} onClick={() => onDrawn(line)}>
            That is it
          </Button>
          <Button look="quiet" disabled={line.length === 0} onClick={() => setLine([])}>
            Draw again
          </Button>
        </p>
      )}
    </div>
  );
}

interface LineProps {
  points: readonly Point[];
  stroke: string;
  width: number;
  dashed?: boolean;
}

function Line({ points, stroke, width, dashed = false }: LineProps) {
  const d = points
    .map((p) => toView(VIEW, p))
    .map(({ x, y }) => `${x.toFixed(2)} ${y.toFixed(2)}`)
    .join('L');
  if (d === '') return null;
  return (
    <path
      d={`M${d}`}
      fill="none"
      stroke={stroke}
      strokeWidth={width}
      strokeLinecap="round"
      strokeLinejoin="round"
      {...(dashed && { strokeDasharray: '1 1' })}
    />
  );
}

function Begin({ at }: { at: Point }) {
  const { x, y } = toView(VIEW, at);
  return <circle cx={x} cy={y} r={1} fill="var(--ink)" />;
}
