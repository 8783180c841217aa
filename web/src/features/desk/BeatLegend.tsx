import { beatMarksM } from '@canter-book/core/drawing/beats';

const SHOWN = [
  ['walk', 1.8, 'walk, 4 beats'],
  ['trot', 2.6, 'trot, 2'],
  ['canter', 2.3, 'canter, 3'],
] as const;

/** How the line is read: one period is one stride. */
export function BeatLegend({ horse }: { horse: string | null }) {
  return (
    <div className="flex flex-wrap justify-between gap-x-6 gap-y-1 text-[13px] text-soft">
      <span>
        One period is one of {horse ? `${horse}’s strides` : 'the horse’s strides'}; beside the
        text, metres · strides.
      </span>
      <span className="flex flex-wrap gap-x-5">
        {SHOWN.map(([gait, strideM, words]) => (
          <span key={gait} className="flex items-center gap-2">
            <svg width="58" height="8" viewBox="0 0 5.8 0.8" aria-hidden>
              <path
                d="M0 .4H5.8"
                stroke="var(--ink)"
                strokeWidth=".32"
                strokeDasharray={beatMarksM(gait, strideM).join(' ')}
              />
            </svg>
            {words}
          </span>
        ))}
      </span>
    </div>
  );
}
