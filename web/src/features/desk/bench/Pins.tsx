import { toView, type View } from '@canter-book/core/drawing/svgPath';
import type { Said } from '@canter-book/core/review/reviewed';
import type { Ride } from '@canter-book/core/ride/types';
import { clamp } from '@canter-book/core/units';
import type { ViewBox } from '../../arena/viewBox.ts';

interface PinsProps {
  ride: Ride;
  findings: readonly Said[];
  view: View;
  /** Pins stay inside what is shown, also when their place is outside the rail. */
  box: ViewBox;
  onSelect(itemId: string): void;
}

const LOOKS = {
  error: { fill: 'var(--madder)', sign: '✕' },
  warning: { fill: 'var(--slip-edge)', sign: '!' },
} as const;

/** Slips pinned to the place in the arena they speak of. Hints stay with the text. */
export function Pins({ ride, findings, view, box, onSelect }: PinsProps) {
  return (
    <g>
      {findings.map((finding, i) => {
        const at = finding.level === 'hint' ? null : placeOf(ride, finding);
        if (!at || finding.level === 'hint') return null;
        const point = toView(view, at);
        const x = clamp(point.x, box.x + 1.5, box.x + box.width - 1.5);
        const y = clamp(point.y, box.y + 3.2, box.y + box.height - 0.3);
        const { fill, sign } = LOOKS[finding.level];
        const { what } = finding;
        return (
          <g
            key={i}
            role="button"
            tabIndex={0}
            aria-label={what}
            className="cursor-pointer"
            onClick={(event) => {
              event.stopPropagation();
              if (finding.itemId) onSelect(finding.itemId);
            }}
            onKeyDown={(event) => {
              if (event.key === 'Enter' && finding.itemId) onSelect(finding.itemId);
            }}
          >
            <title>{what}</title>
            <path
              d={`M${x} ${y}v-1.1h-.9v-1.8h1.8v1.8h-.9`}
              fill={fill}
              stroke={fill}
              strokeWidth={0.15}
            />
            <text
              x={x}
              y={y - 2}
              fontSize={1.35}
              fontWeight={800}
              textAnchor="middle"
              dominantBaseline="central"
              fill="var(--page)"
            >
              {sign}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** Where the finding says, else where its movement begins. */
function placeOf(ride: Ride, finding: Said) {
  if (finding.at) return finding.at;
  if (finding.itemId === null) return null;
  const own = ride.movements.filter((m) => m.itemId === finding.itemId);
  return (own.find((m) => m.act === finding.act) ?? own.at(-1))?.from ?? null;
}
