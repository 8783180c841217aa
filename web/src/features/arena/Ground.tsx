import { memo } from 'react';
import {
  letterOnRail,
  lettersOf,
  railBox,
  trackBox,
  type Arena,
} from '@canter-book/core/arena/arena';
import { toView, type View } from '@canter-book/core/drawing/svgPath';
import type { Bounds as ArenaBox, Point } from '@canter-book/core/geometry/curve';

interface GroundProps {
  arena: Arena;
  view: View;
  /** Quarter lines, lines across, diagonals and circle points as well. */
  lines?: boolean;
}

/** Sand, rail, track, centre line and letters. */
export const Ground = memo(function Ground({ arena, view, lines = false }: GroundProps) {
  const rail = railBox(arena);
  const [a, c] = [toView(view, { x: 0, y: 0 }), toView(view, { x: 0, y: arena.lengthM })];
  return (
    <g>
      <rect {...rectOf(view, rail, 0.7)} rx={0.3} fill="var(--sand)" />
      <rect
        {...rectOf(view, rail)}
        fill="var(--sand-light)"
        stroke="var(--ink)"
        strokeWidth={0.14}
        data-ground
      />
      {arena.insetM > 0 && (
        <rect
          {...rectOf(view, trackBox(arena))}
          fill="none"
          stroke="var(--ink)"
          strokeOpacity={0.12}
          strokeWidth={0.08}
        />
      )}
      <path
        d={`M${a.x} ${a.y}L${c.x} ${c.y}`}
        stroke="var(--ink)"
        strokeOpacity={0.22}
        strokeWidth={0.08}
        strokeDasharray="0.25 0.5"
      />
      {lines && <Lines arena={arena} view={view} />}
      {lettersOf(arena).map((letter) => {
        const { x, y } = toView(view, outward(letterOnRail(arena, letter), letter.side));
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

/** The lines that are ridden by eye, and the points where a 20 m circle touches them. */
function Lines({ arena, view }: { arena: Arena; view: View }) {
  const { minX, maxX, minY, maxY } = trackBox(arena);
  const across = lettersOf(arena).filter((l) => l.side === 'left');
  const corner = across[0]?.y ?? minY;
  const pairs: (readonly [Point, Point])[] = [
    ...[-1, 1].map(
      (side) =>
        [
          { x: (side * arena.widthM) / 4, y: minY },
          { x: (side * arena.widthM) / 4, y: maxY },
        ] as const,
    ),
    ...across.map(
      ({ y }) =>
        [
          { x: minX, y },
          { x: maxX, y },
        ] as const,
    ),
    [
      { x: minX, y: corner },
      { x: maxX, y: arena.lengthM - corner },
    ],
    [
      { x: maxX, y: corner },
      { x: minX, y: arena.lengthM - corner },
    ],
  ];
  const half = arena.widthM / 2;
  const points = [minY + half, maxY - half].flatMap((y) => [
    { x: minX, y },
    { x: maxX, y },
  ]);
  return (
    <g data-lines stroke="var(--sky)" strokeOpacity={0.5} strokeWidth={0.07}>
      {pairs.map(([from, to], i) => {
        const [a, b] = [toView(view, from), toView(view, to)];
        return <path key={i} d={`M${a.x} ${a.y}L${b.x} ${b.y}`} />;
      })}
      {points.map((point, i) => {
        const { x, y } = toView(view, point);
        return <circle key={i} cx={x} cy={y} r={0.35} fill="var(--sky)" />;
      })}
    </g>
  );
}

function rectOf(view: View, box: ArenaBox, around = 0) {
  const [a, b] = [
    toView(view, { x: box.minX, y: box.minY }),
    toView(view, { x: box.maxX, y: box.maxY }),
  ];
  return {
    x: Math.min(a.x, b.x) - around,
    y: Math.min(a.y, b.y) - around,
    width: Math.abs(a.x - b.x) + 2 * around,
    height: Math.abs(a.y - b.y) + 2 * around,
  };
}

function outward(at: Point, side: string): Point {
  const away = 2;
  if (side === 'left') return { x: at.x - away, y: at.y };
  if (side === 'right') return { x: at.x + away, y: at.y };
  if (side === 'A') return { x: at.x, y: at.y - away };
  if (side === 'C') return { x: at.x, y: at.y + away };
  return { x: at.x + 1, y: at.y };
}
