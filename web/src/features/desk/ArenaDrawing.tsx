import { memo, useEffect, useRef } from 'react';
import { letterOnRail, lettersOf, trackBox, type Arena } from '@canter-book/core/arena/arena';
import { beatStrokes, type BeatStroke } from '@canter-book/core/drawing/strokes';
import { svgPathOf, toView } from '@canter-book/core/drawing/svgPath';
import type { Point } from '@canter-book/core/geometry/curve';
import { sampleRide } from '@canter-book/core/ride/sample';
import type { Ride } from '@canter-book/core/ride/types';
import { horseOutline, saddleOf } from './horseFigure.ts';
import type { Player } from './player.ts';

const MARGIN_M = 3.4;
const WIDTHS_M = { walk: 0.26, trot: 0.32, canter: 0.38, halt: 0.3, 'rein-back': 0.3 } as const;

interface ArenaDrawingProps {
  ride: Ride;
  player: Player;
  /** The line of the lesson that stands out; the rest recedes. */
  selectedItem: string | null;
  /** Draws this line alone, without the rest of the lesson. */
  only?: string | null;
  onSelect?(itemId: string): void;
}

const nothing = () => {};

/** The arena seen from above with A at the left, the ride drawn in its own beats, and the horse on it. */
export function ArenaDrawing({
  ride,
  player,
  selectedItem,
  only,
  onSelect = nothing,
}: ArenaDrawingProps) {
  const { arena } = ride;
  const box = `${-MARGIN_M} ${-arena.widthM / 2 - MARGIN_M} ${arena.lengthM + 2 * MARGIN_M} ${arena.widthM + 2 * MARGIN_M}`;
  return (
    <svg viewBox={box} role="img" aria-label={describe(ride)} className="block max-h-full w-full">
      <Ground arena={arena} />
      <Strokes ride={ride} selectedItem={selectedItem} only={only} onSelect={onSelect} />
      <OnTheGround ride={ride} />
      <HorseOnLine ride={ride} player={player} />
    </svg>
  );
}

function describe(ride: Ride): string {
  const acts = ride.movements.filter((m) => m.act !== -1).map((m) => m.text);
  return `The lesson in an arena of ${ride.arena.widthM} by ${ride.arena.lengthM} metres: ${acts.join('; ') || 'nothing ridden yet'}.`;
}

const Ground = memo(function Ground({ arena }: { arena: Arena }) {
  const half = arena.widthM / 2;
  const track = trackBox(arena);
  return (
    <g>
      <rect
        x={-0.7}
        y={-half - 0.7}
        width={arena.lengthM + 1.4}
        height={arena.widthM + 1.4}
        rx={0.3}
        fill="var(--sand)"
      />
      <rect
        x={0}
        y={-half}
        width={arena.lengthM}
        height={arena.widthM}
        fill="var(--sand-light)"
        stroke="var(--ink)"
        strokeWidth={0.14}
      />
      {arena.insetM > 0 && (
        <rect
          x={track.minY}
          y={track.minX}
          width={track.maxY - track.minY}
          height={track.maxX - track.minX}
          fill="none"
          stroke="var(--ink)"
          strokeOpacity={0.12}
          strokeWidth={0.08}
        />
      )}
      <path
        d={`M0 0H${arena.lengthM}`}
        stroke="var(--ink)"
        strokeOpacity={0.22}
        strokeWidth={0.08}
        strokeDasharray="0.25 0.5"
      />
      {lettersOf(arena).map((letter) => {
        const at = letterOnRail(arena, letter);
        const { x, y } = toView('c-right', outward(at, letter.side));
        const inside = letter.side === 'centre';
        return (
          <text
            key={letter.name}
            x={x}
            y={y}
            textAnchor="middle"
            dominantBaseline="central"
            fontSize={inside ? 1.25 : 1.7}
            fontWeight={inside ? 400 : 700}
            fill="var(--ink)"
            fillOpacity={inside ? 0.5 : 1}
          >
            {letter.name}
          </text>
        );
      })}
    </g>
  );
});

function outward(at: Point, side: string): Point {
  const away = 2;
  if (side === 'left') return { x: at.x - away, y: at.y };
  if (side === 'right') return { x: at.x + away, y: at.y };
  if (side === 'A') return { x: at.x, y: at.y - away };
  if (side === 'C') return { x: at.x, y: at.y + away };
  return { x: at.x + 1, y: at.y };
}

interface StrokesProps {
  ride: Ride;
  selectedItem: string | null;
  only: string | null | undefined;
  onSelect(itemId: string): void;
}

const Strokes = memo(function Strokes({ ride, selectedItem, only, onSelect }: StrokesProps) {
  const chosen = (stroke: BeatStroke) => ride.movements[stroke.movement]?.itemId === selectedItem;
  const strokes = beatStrokes(ride, selectedItem).filter((s) => only === undefined || chosen(s));
  const order = [...strokes.filter((s) => !chosen(s)), ...strokes.filter(chosen)];
  const anyChosen = strokes.some(chosen);
  return (
    <g fill="none">
      {order.map((stroke) => {
        const strong = chosen(stroke);
        const d = svgPathOf((sink) => stroke.draw(sink));
        const opacity = strong ? 1 : stroke.way ? 0.3 : anyChosen ? 0.45 : 0.78;
        return (
          <g
            key={`${stroke.span.startsAtS}/${d.slice(0, 24)}`}
            onClick={() => onSelect(ride.movements[stroke.movement]!.itemId)}
            className="cursor-pointer"
          >
            <path d={d} stroke="transparent" strokeWidth={1.4} />
            <g
              stroke={strong ? 'var(--leather)' : 'var(--ink)'}
              strokeWidth={
                WIDTHS_M[stroke.span.gait] * (strong ? 1.5 : 1) * (0.85 + 0.5 * stroke.gathering)
              }
              strokeDasharray={stroke.marksM.map((m) => m.toFixed(3)).join(' ')}
              strokeDashoffset={stroke.offsetM}
            >
              <path d={d} strokeOpacity={opacity} />
              {stroke.secondTrack && (
                <path d={svgPathOf(stroke.secondTrack)} strokeOpacity={opacity * 0.6} />
              )}
            </g>
          </g>
        );
      })}
    </g>
  );
});

/** Poles, cones and barrels where they stand. */
const OnTheGround = memo(function OnTheGround({ ride }: { ride: Ride }) {
  return (
    <g>
      {ride.equipment.map(({ itemId, what, from, to }, i) => {
        const [a, b] = [toView('c-right', from), toView('c-right', to)];
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

/** Follows the play head by moving its own nodes: sixty frames a second without a render. */
function HorseOnLine({ ride, player }: { ride: Ride; player: Player }) {
  const body = useRef<SVGPathElement>(null);
  const rider = useRef<SVGCircleElement>(null);
  useEffect(
    () =>
      player.onMove((seconds) => {
        const pose = sampleRide(ride, seconds);
        if (!pose || !body.current || !rider.current) return;
        const points = horseOutline(pose).map((p) => toView('c-right', p));
        body.current.setAttribute(
          'd',
          `M${points.map((p) => `${p.x.toFixed(3)} ${p.y.toFixed(3)}`).join('L')}Z`,
        );
        const saddle = toView('c-right', saddleOf(pose));
        rider.current.setAttribute('cx', saddle.x.toFixed(3));
        rider.current.setAttribute('cy', saddle.y.toFixed(3));
      }),
    [ride, player],
  );
  return (
    <g data-testid="horse">
      <path
        ref={body}
        fill="var(--leather)"
        stroke="var(--paper)"
        strokeWidth={0.16}
        strokeLinejoin="round"
      />
      <circle ref={rider} r={0.26} fill="var(--ink)" />
    </g>
  );
}
