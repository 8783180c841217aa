import { memo, useMemo } from 'react';
import { beatStrokes } from '@canter-book/core/drawing/strokes';
import { svgPathOf, type View } from '@canter-book/core/drawing/svgPath';
import type { Ride } from '@canter-book/core/ride/types';

/** What would be ridden, before it is laid down. */
export const Ghost = memo(function Ghost({ ride, view }: { ride: Ride; view: View }) {
  const strokes = useMemo(
    () =>
      beatStrokes(ride).map((stroke) => ({
        way: stroke.way,
        marks: stroke.marksM.map((m) => m.toFixed(2)).join(' '),
        d: svgPathOf((sink) => stroke.draw(sink), view, 2),
        second: stroke.secondTrack && svgPathOf(stroke.secondTrack, view, 2),
      })),
    [ride, view],
  );
  return (
    <g fill="none" stroke="var(--sky)" pointerEvents="none" data-testid="ghost">
      {strokes.map(({ way, marks, d, second }, i) => (
        <g key={i} strokeDasharray={marks} strokeWidth={way ? 0.25 : 0.6} opacity={way ? 0.6 : 1}>
          <path d={d} />
          {second && <path d={second} opacity={0.6} />}
        </g>
      ))}
    </g>
  );
});
