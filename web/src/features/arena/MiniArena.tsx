import { useMemo, useRef } from 'react';
import type { Arena } from '@canter-book/core/arena/arena';
import type { View } from '@canter-book/core/drawing/svgPath';
import type { Ride } from '@canter-book/core/ride/types';
import { Strokes } from './Strokes.tsx';
import { useInSight } from './useInSight.ts';

const VIEW: View = 'c-right';
const MARGIN_M = 0.8;

interface MiniArenaProps {
  /** Its place is kept free from the start, so that nothing moves when it is drawn. */
  arena: Arena;
  /** Laid out when it comes into sight; null where it cannot be ridden. */
  ride(): Ride | null;
  label: string;
  /** Draws only these lines of it. */
  among?: ReadonlySet<string>;
  className?: string;
  /** Drawn at once, in sight or not: for what is seen on paper only. */
  atOnce?: boolean;
}

/** A ride in a small arena, without letters: to be recognised at a glance in a list. */
export function MiniArena({
  arena,
  ride,
  label,
  among,
  className = 'w-full',
  atOnce = false,
}: MiniArenaProps) {
  const place = useRef<HTMLDivElement>(null);
  const inSight = useInSight(place);
  const near = atOnce || inSight;
  // Whoever lists many of them hands in a new function with each render; the ride stays the same.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const seen = useMemo(() => (near ? ride() : null), [near]);
  return (
    <div
      ref={place}
      className={className}
      style={{ aspectRatio: `${arena.lengthM + 2} / ${arena.widthM + 2}` }}
    >
      {seen && (
        <svg
          viewBox={`${-MARGIN_M} ${-seen.arena.widthM / 2 - MARGIN_M} ${seen.arena.lengthM + 2 * MARGIN_M} ${seen.arena.widthM + 2 * MARGIN_M}`}
          role="img"
          aria-label={label}
          className="picture block h-full w-full"
        >
          <rect
            x={0}
            y={-seen.arena.widthM / 2}
            width={seen.arena.lengthM}
            height={seen.arena.widthM}
            fill="var(--sand-light)"
            stroke="var(--ink)"
            strokeOpacity={0.6}
            strokeWidth={0.25}
          />
          <Strokes
            ride={seen}
            view={VIEW}
            selectedItem={null}
            only={undefined}
            among={among}
            weight={1.9}
          />
        </svg>
      )}
    </div>
  );
}
