import { useDeferredValue, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Exercise, OwnExercise } from '@canter-book/core/exercises/exercise';
import { SCALES } from '@canter-book/core/observations/scales';
import { STAGE_NUMBERS } from '@canter-book/core/gaits/stage';
import { problemOf, useRemoveExerciseMutation, useSaveExerciseMutation } from '../../api/api.ts';
import { useTitle } from '../../app/title.ts';
import { Button } from '../../ui/Button.tsx';
import { Page } from '../../ui/Page.tsx';
import { Drawing } from './Drawing.tsx';
import { faultsOf } from './own.ts';

interface OwnEditorProps {
  own: OwnExercise;
  onDone(kept?: OwnExercise): void;
}

/** An exercise of one's own in the form of the shelf, drawn and checked while it is written. */
export function OwnEditor({ own, onDone }: OwnEditorProps) {
  const [exercise, setExercise] = useState(own.exercise);
  const later = useDeferredValue(exercise);
  const faults = useMemo(() => faultsOf(later), [later]);
  const [save, saving] = useSaveExerciseMutation();
  const [remove] = useRemoveExerciseMutation();
  const navigate = useNavigate();
  useTitle(exercise.name || 'My exercise');
  const set = (change: Partial<Exercise>) => setExercise({ ...exercise, ...change });
  const keep = async () => {
    const saved = await save({ ...own, exercise });
    if (!saved.error) onDone(saved.data);
  };
  return (
    <Page
      title={exercise.name || 'My exercise'}
      about="Drawn and checked as you write"
      actions={
        <>
          {own.revision > 0 && (
            <Button
              look="quiet"
              onClick={() => void remove(own.id).then(() => void navigate('/shelf'))}
            >
              Take it off the shelf
            </Button>
          )}
          <Button look="quiet" onClick={() => onDone()}>
            Leave it as it was
          </Button>
          <Button disabled={faults.length > 0 || saving.isLoading} onClick={() => void keep()}>
            Keep it
          </Button>
        </>
      }
    >
      <div className="grid gap-8 p-5 md:p-7 xl:grid-cols-[26rem_1fr]">
        <form className="space-y-4" onSubmit={(event) => event.preventDefault()}>
          <Words label="Name" value={exercise.name} onChange={(name) => set({ name })} />
          <Words
            label="What it is for"
            long
            value={exercise.purpose}
            onChange={(purpose) => set({ purpose })}
          />
          <Words
            label="Shorthand, on the left rein; {at} is its letter"
            long
            mono
            value={exercise.template}
            onChange={(template) => set({ template })}
          />
          <Words
            label="Letters it begins at"
            mono
            value={exercise.at.join(' ')}
            onChange={(text) =>
              set({
                at: text
                  .toUpperCase()
                  .split(/[^A-Z]+/)
                  .filter(Boolean),
              })
            }
          />
          <label className="block">
            <span className="block text-[14px] text-soft">From stage</span>
            <select
              className="min-h-10 rounded-lg border border-line bg-page px-2"
              value={exercise.stage}
              onChange={(event) => set({ stage: Number(event.target.value) as Exercise['stage'] })}
            >
              {STAGE_NUMBERS.map((n) => (
                <option key={n}>{n}</option>
              ))}
            </select>
          </label>
          <fieldset>
            <legend className="text-[14px] text-soft">Builds, 0 to 5</legend>
            <div className="grid grid-cols-2 gap-x-4 gap-y-1">
              {SCALES.map((scale) => (
                <label key={scale} className="flex items-center justify-between gap-2">
                  {scale}
                  <input
                    type="number"
                    min={0}
                    max={5}
                    className="min-h-9 w-16 rounded-lg border border-line bg-page px-2"
                    value={exercise.builds[scale] ?? 0}
                    onChange={(event) => {
                      const { [scale]: _, ...others } = exercise.builds;
                      const n = Math.min(5, Math.max(0, Math.round(Number(event.target.value))));
                      set({ builds: n > 0 ? { ...others, [scale]: n } : others });
                    }}
                  />
                </label>
              ))}
            </div>
          </fieldset>
          <Words
            label="What is looked at"
            value={exercise.good.measure}
            onChange={(measure) => set({ good: { ...exercise.good, measure } })}
          />
          <Words
            label="Good from"
            value={exercise.good.threshold}
            onChange={(threshold) => set({ good: { ...exercise.good, threshold } })}
          />
          <Words
            label="Leave when"
            long
            value={exercise.leaveWhen}
            onChange={(leaveWhen) => set({ leaveWhen })}
          />
        </form>
        <div className="min-w-0 space-y-4">
          <div role="status">
            {faults.length === 0 ? (
              <p className="text-bottle">
                ✓ It can be ridden at every letter it offers, on both reins.
              </p>
            ) : (
              <ul className="space-y-1 rounded-lg bg-slip p-4 font-book text-[15px]">
                {faults.map((fault) => (
                  <li key={fault}>{fault}</li>
                ))}
              </ul>
            )}
          </div>
          {saving.error && (
            <p role="alert" className="text-madder">
              ✕ {problemOf(saving.error).title}. {problemOf(saving.error).detail}
            </p>
          )}
          <Drawing exercise={later} />
        </div>
      </div>
    </Page>
  );
}

interface WordsProps {
  label: string;
  value: string;
  long?: boolean;
  mono?: boolean;
  onChange(value: string): void;
}

function Words({ label, value, long = false, mono = false, onChange }: WordsProps) {
  const className = `w-full rounded-lg border border-line bg-page px-3 py-2 ${mono ? 'font-mono text-[14px]' : ''}`;
  const onEdit = (event: { target: { value: string } }) => onChange(event.target.value);
  return (
    <label className="block">
      <span className="block text-[14px] text-soft">{label}</span>
      {long ? (
        <textarea className={className} rows={3} value={value} onChange={onEdit} />
      ) : (
        <input className={className} value={value} onChange={onEdit} />
      )}
    </label>
  );
}
