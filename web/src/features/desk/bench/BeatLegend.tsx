import { memo } from 'react';
import { beatMarksM } from '@canter-book/core/drawing/beats';

const SHOWN = [
  ['walk', 1.8, 'walk'],
  ['trot', 2.6, 'trot'],
  ['canter', 2.3, 'canter'],
] as const;

/** How the line is read: one period is one stride. */
export const BeatLegend = memo(function BeatLegend({ horse }: { horse: string | null }) {
  return (
    <div className="flex flex-wrap gap-x-4 gap-y-1 text-[13px] text-soft">
      {SHOWN.map(([gait, strideM, words]) => (
        <span key={gait} className="flex items-center gap-2">
          <span className="text-ink">
            <svg width="40" height="8" viewBox="0 0 4 0.8" aria-hidden>
              <path
                d="M0 .4H4"
                stroke="currentColor"
                strokeWidth=".32"
                strokeDasharray={beatMarksM(gait, strideM).join(' ')}
              />
            </svg>
          </span>
          {words}
        </span>
      ))}
      <span title="One period of the beats is one stride">
        {horse ? `${horse}’s strides` : 'one period, one stride'}
      </span>
    </div>
  );
});
