import { memo, type ReactNode, type Ref } from 'react';
import type { View } from '@canter-book/core/drawing/svgPath';
import { linesNear } from '@canter-book/core/drawing/nearest';
import { fromView, toView } from '@canter-book/core/drawing/svgPath';
import type { Ride } from '@canter-book/core/ride/types';
import { Ground } from './Ground.tsx';
import { HorseOnLine } from './HorseOnLine.tsx';
import { usePlayerState, type Player } from './player.ts';
import { drawingPoint } from './pointer.ts';
import { Strokes } from './Strokes.tsx';
import { arenaBox, type ViewBox } from './viewBox.ts';

interface ArenaDrawingProps {
  ride: Ride;
  player: Player;
  /** The line of the lesson that stands out; the rest recedes. */
  selectedItem: string | null;
  /** Draws this line alone, without the rest of the lesson. */
  only?: string | null;
  view?: View;
  /** Shows the lines of the arena as well. */
  lines?: boolean;
  /** The part of the arena that is shown, in drawing metres; all of it when missing. */
  box?: ViewBox;
  /** Drawn over the line. */
  overlay?: ReactNode;
  svgRef?: Ref<SVGSVGElement>;
  className?: string;
  /** The lines under the finger, the likeliest first. */
  onLines?(itemIds: readonly string[]): void;
}

/** A finger is this wide, in metres of the arena. */
const FINGER_M = 1.2;

/** The arena seen from above, the ride drawn in its own beats, and the horse on it. */
export function ArenaDrawing({
  ride,
  player,
  selectedItem,
  only,
  view = 'c-right',
  lines = false,
  box = arenaBox(ride.arena, view),
  overlay,
  svgRef,
  className = 'max-h-full w-full',
  onLines,
}: ArenaDrawingProps) {
  const viewBox = `${box.x} ${box.y} ${box.width} ${box.height}`;
  return (
    <div
      className={`picture relative contain-content ${className}`}
      style={{ aspectRatio: `${box.width} / ${box.height}` }}
    >
      <svg
        ref={svgRef}
        viewBox={viewBox}
        className="absolute inset-0 h-full w-full"
        onClick={
          onLines &&
          ((event) => {
            const at = drawingPoint(event.currentTarget, event);
            if (at) onLines(linesNear(ride, fromView(view, at), FINGER_M));
          })
        }
      >
        <g role="img" aria-label={describe(ride)}>
          <Ground arena={ride.arena} view={view} lines={lines} />
          <Strokes ride={ride} view={view} selectedItem={selectedItem} only={only} />
          <OnTheGround ride={ride} view={view} />
        </g>
        {overlay}
      </svg>
      <HorseLayer player={player} viewBox={viewBox}>
        <HorseOnLine ride={ride} player={player} view={view} />
      </HorseLayer>
    </div>
  );
}

interface HorseLayerProps {
  player: Player;
  viewBox: string;
  children: ReactNode;
}

/**
 * While it plays the horse has a layer of its own, so that the line is not painted again with every
 * step. At rest it has none: a layer costs its part of every other change.
 */
function HorseLayer({ player, viewBox, children }: HorseLayerProps) {
  usePlayerState(player);
  return (
    <svg
      viewBox={viewBox}
      aria-hidden
      className={`pointer-events-none absolute inset-0 h-full w-full ${player.playing ? 'will-change-transform' : ''}`}
    >
      {children}
    </svg>
  );
}

function describe(ride: Ride): string {
  const acts = ride.movements.filter((m) => m.act !== -1 && m.round === 1).map((m) => m.text);
  return `The lesson in an arena of ${ride.arena.widthM} by ${ride.arena.lengthM} metres: ${acts.join('; ') || 'nothing ridden yet'}.`;
}

/** Poles, cones and barrels where they stand. */
const OnTheGround = memo(function OnTheGround({ ride, view }: { ride: Ride; view: View }) {
  return (
    <g>
      {ride.equipment.map(({ itemId, what, from, to }, i) => {
        const [a, b] = [toView(view, from), toView(view, to)];
        const key = `${itemId}/${i}`;
        if (what === 'poles') {
          return (
            <path
              key={key}
              d={`M${a.x} ${a.y}L${b.x} ${b.y}`}
              stroke="var(--sky)"
              strokeWidth={0.28}
              strokeLinecap="round"
            />
          );
        }
        return what === 'cone' ? (
          <path key={key} d={`M${a.x} ${a.y - 0.6}l.55 1.1h-1.1z`} fill="var(--ochre)" />
        ) : (
          <circle
            key={key}
            cx={a.x}
            cy={a.y}
            r={0.5}
            fill="var(--sky)"
            stroke="var(--ink)"
            strokeWidth={0.1}
          />
        );
      })}
    </g>
  );
});
