import { SCALES, SCALE_WORDS, markWord } from '@canter-book/core/scales';
import type { Observation } from '@canter-book/core/observations/observation';
import { REINS, type Rein } from '@canter-book/core/arena/rein';
import type { Scale } from '@canter-book/core/scales';
import { newId } from '../../app/newId.ts';
import { useAppDispatch } from '../../app/store.ts';
import { MarkStepper } from '../../ui/MarkStepper.tsx';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { ended, marked, stepSet, type Teaching } from './ringsideSlice.ts';

/** The six marks, each on both reins. What was not worked on stays without a mark. */
export function EndMarks({ teaching }: { teaching: Teaching }) {
  const dispatch = useAppDispatch();
  const { session, marks } = teaching;
  const sessionId = session.id;
  const keep = () => dispatch(endOf(teaching, new Date()));
  return (
    <>
      <h2 className="text-xl">How was it today?</h2>
      <p className="text-[14px] text-soft">
        0–10 in halves, each rein for itself. Leave out what was not worked on.
      </p>
      {SCALES.map((scale) => (
        <section
          key={scale}
          aria-label={scale}
          className="rounded-2xl border-2 border-line bg-page p-3"
        >
          <h3 className="text-lg">
            {scale}{' '}
            <span className="font-sans text-[13px] font-normal text-soft">
              {SCALE_WORDS[scale]}
            </span>
          </h3>
          {REINS.map((rein) => (
            <Mark
              key={rein}
              scale={scale}
              rein={rein}
              value={marks[`${scale}/${rein}`] ?? null}
              onChange={(value) => dispatch(marked({ sessionId, scale, rein, value }))}
            />
          ))}
        </section>
      ))}
      <button
        type="button"
        className="min-h-16 rounded-2xl bg-leather text-xl font-bold text-on-leather"
        onClick={keep}
      >
        Save the lesson
      </button>
      <button
        type="button"
        className="min-h-14 underline"
        onClick={() => dispatch(stepSet({ sessionId, step: 'ride' }))}
      >
        Back to the ride
      </button>
    </>
  );
}

/** The lesson as it ends now, with its marks. */
function endOf({ session, marks }: Teaching, now: Date) {
  const [sessionId, at] = [session.id, now.toISOString()];
  const observations = Object.entries(marks).map(([key, value]): Observation => {
    const [scale, rein] = key.split('/') as [Scale, Rein];
    return { id: newId(), sessionId, at, kind: 'mark', scale, rein, value };
  });
  const minutes = Math.round((now.getTime() - Date.parse(session.startedAt)) / 60_000);
  const end = { ...session, endedAt: at, minutes: Math.min(600, minutes) };
  return ended(session, end, observations);
}

interface MarkProps {
  scale: Scale;
  rein: Rein;
  value: number | null;
  onChange(value: number): void;
}

function Mark({ scale, rein, value, onChange }: MarkProps) {
  const word = value === null ? '' : markWord(value);
  return (
    <div className="mt-2 flex items-center gap-2">
      <span className="w-16 text-[15px]">
        <ReinMark rein={rein} word />
      </span>
      <MarkStepper large label={`${scale}, ${rein} rein`} {...{ value, word, onChange }} />
      <span className="min-w-0 flex-1 text-right text-[13px] text-soft">{word}</span>
    </div>
  );
}
