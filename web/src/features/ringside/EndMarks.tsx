import { SCALES, SCALE_WORDS, markWord } from '@canter-book/core/observations/scales';
import type { Observation } from '@canter-book/core/observations/observation';
import { REINS, type Rein } from '@canter-book/core/arena/rein';
import type { Scale } from '@canter-book/core/observations/scales';
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
  const keep = () => {
    const now = new Date();
    const observations = Object.entries(marks).map(([key, value]): Observation => {
      const [scale, rein] = key.split('/') as [Scale, Rein];
      return { id: newId(), sessionId, at: now.toISOString(), kind: 'mark', scale, rein, value };
    });
    const minutes = Math.round((now.getTime() - Date.parse(session.startedAt)) / 60_000);
    dispatch(
      ended({
        sessionId,
        parcelId: newId(),
        session: { ...session, endedAt: now.toISOString(), minutes: Math.min(600, minutes) },
        observations,
      }),
    );
  };
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
          {REINS.map((rein) => {
            const value = marks[`${scale}/${rein}`] ?? null;
            return (
              <div key={rein} className="mt-2 flex items-center gap-2">
                <span className="w-16 text-[15px]">
                  <ReinMark rein={rein} word />
                </span>
                <MarkStepper
                  large
                  label={`${scale}, ${rein} rein`}
                  value={value}
                  word={value === null ? '' : markWord(value)}
                  onChange={(v) => dispatch(marked({ sessionId, scale, rein, value: v }))}
                />
                <span className="min-w-0 flex-1 text-right text-[13px] text-soft">
                  {value === null ? '' : markWord(value)}
                </span>
              </div>
            );
          })}
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
