import { useState } from 'react';
import type { Horse } from '@canter-book/core/book/records';
import { measurementSchema } from '@canter-book/core/gaits/measuredSchema';
import { implausible, type Implausible } from '@canter-book/core/gaits/plausible';
import {
  PACES,
  MOVING_GAITS,
  countsPerStride,
  usualPace,
  type MovingGait,
  type PaceName,
} from '@canter-book/core/gaits/paces';
import { problemOf } from '../../api/problem.ts';
import { shortDate, today } from '../../app/dates.ts';
import { newId } from '../../app/newId.ts';
import { tell } from '../../app/notices.ts';
import { useSave } from '../../kept/useSave.ts';
import { Button } from '../../ui/Button.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { Field, Select, TextInput } from '../../ui/Field.tsx';
import { StrideTaps } from './StrideTaps.tsx';

/** A sentence on a measurement that no horse makes, with the thing to look at. */
function wordsOf(wrong: Implausible, gait: MovingGait): string {
  const round = (n: number) => Math.round(n * 10) / 10;
  switch (wrong.code) {
    case 'every-beat':
      return `${Math.round(wrong.perMinute)} strides a minute is twice a ${gait}. Did you tap every beat?`;
    case 'tempo':
      return `${Math.round(wrong.perMinute)} strides a minute is no ${gait} of this horse: expect ${Math.round(wrong.range.least)} to ${Math.round(wrong.range.most)}. Check the count and the seconds.`;
    case 'speed':
      return `${round(wrong.metresPerSecond)} m a second is no ${gait} of this horse: expect ${round(wrong.range.least)} to ${round(wrong.range.most)}. Check the metres and the seconds.`;
  }
}

type Measurement = Horse['measured'][number];

interface SoFarProps {
  horse: Horse;
  gait: MovingGait;
  pace: PaceName;
  onRemove(gone: Measurement): Promise<void>;
}

/** Earlier measurements of this pace; a slip can be deleted. */
function SoFar({ horse, gait, pace, onRemove }: SoFarProps) {
  const own = horse.measured.filter((m) => m.gait === gait && m.pace === pace);
  if (own.length === 0) return null;
  return (
    <ul className="col-span-2 text-[13px]" aria-label="Measured so far">
      {own.map((m) => (
        <li key={m.id} className="flex items-center justify-between gap-2">
          <span>
            {shortDate(m.date)}: <b className="tabular">{(m.metres / m.strides).toFixed(2)} m</b>,{' '}
            {Math.round((60 * m.strides) / m.seconds)} strides a minute
          </span>
          <button
            type="button"
            aria-label={`Delete the measurement of ${shortDate(m.date)}`}
            className="min-h-9 px-2 text-madder underline"
            onClick={() => void onRemove(m)}
          >
            delete
          </button>
        </li>
      ))}
    </ul>
  );
}

/** A measurement while it is entered. */
function useMeasuring(horse: Horse, onDone: () => void) {
  const { save, isSaving } = useSave('horse');
  const [gait, setGaitTo] = useState<MovingGait>('trot');
  const [pace, setPace] = useState<PaceName>('working');
  const [entered, setEntered] = useState({ metres: '48', counts: '', seconds: '' });
  const [error, setError] = useState<string | null>(null);
  const [beats, setBeats] = useState(false);
  const unit = countsPerStride(gait) === 2 ? 'Steps' : 'Strides';
  const set = (name: keyof typeof entered) => (event: React.ChangeEvent<HTMLInputElement>) =>
    setEntered({ ...entered, [name]: event.target.value });
  const remove = async (gone: Measurement) => {
    const less = { ...horse, measured: horse.measured.filter(({ id }) => id !== gone.id) };
    const saved = await save(less, horse);
    if (saved.error) return setError(problemOf(saved.error).detail);
    tell('The measurement is deleted.', () => save(horse, less));
  };
  const submit = async () => {
    const made = measurementSchema.safeParse({
      id: newId(),
      date: today(),
      gait,
      pace,
      metres: Number(entered.metres),
      strides: Number(entered.counts) / countsPerStride(gait),
      seconds: Number(entered.seconds),
    });
    if (!made.success) return setError(made.error.issues[0]?.message ?? 'Check the figures');
    const wrong = implausible(made.data, horse.heightCm);
    setBeats(wrong?.code === 'every-beat');
    if (wrong) return setError(wordsOf(wrong, gait));
    const saved = await save({ ...horse, measured: [...horse.measured, made.data] }, horse);
    if (saved.error) setError(problemOf(saved.error).detail);
    else onDone();
  };
  const setGait = (next: MovingGait) => {
    setGaitTo(next);
    setPace(usualPace(next));
  };
  const halve = () => {
    setEntered({ ...entered, counts: String(Number(entered.counts) / 2) });
    setError(null);
    setBeats(false);
  };
  return {
    gait,
    pace,
    setGait,
    setPace,
    entered,
    setEntered,
    set,
    unit,
    error,
    /** Where every beat was tapped. */
    halve: beats ? halve : null,
    remove,
    submit,
    isSaving,
  };
}

interface FigureProps {
  label: string;
  hint?: string;
  value: string;
  onChange(event: React.ChangeEvent<HTMLInputElement>): void;
}

const Figure = ({ label, hint = '', ...input }: FigureProps) => (
  <Field label={label} hint={hint}>
    {(field) => <TextInput {...field} inputMode="decimal" {...input} />}
  </Field>
);

/** From M to F is 48 m in the long arena: count the strides, take the time. */
export function MeasureForm({ horse, onDone }: { horse: Horse; onDone(): void }) {
  const form = useMeasuring(horse, onDone);
  const { gait, pace, setGait, setPace, entered, setEntered, set, unit, error, halve } = form;
  return (
    <form
      className="mt-3 grid grid-cols-2 gap-x-3 gap-y-1"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void form.submit();
      }}
    >
      <OneWord label="Gait" all={MOVING_GAITS} chosen={gait} onChange={setGait} />
      <OneWord<PaceName> label="Pace" all={PACES[gait]} chosen={pace} onChange={setPace} />
      <Figure label="Metres" hint="M to F: 48" value={entered.metres} onChange={set('metres')} />
      <Figure
        label={unit}
        hint="half strides allowed"
        value={entered.counts}
        onChange={set('counts')}
      />
      <Figure label="Seconds" value={entered.seconds} onChange={set('seconds')} />
      <SoFar horse={horse} gait={gait} pace={pace} onRemove={form.remove} />
      <StrideTaps
        unit={unit.toLowerCase()}
        onMeasured={(counts, seconds) =>
          setEntered((now) => ({ ...now, counts: String(counts), seconds: String(seconds) }))
        }
      />
      <div className="col-span-2 flex gap-2">
        <Button type="submit" disabled={form.isSaving}>
          Save
        </Button>
        <Button look="quiet" onClick={onDone}>
          Cancel
        </Button>
      </div>
      {error && (
        <Fault className="col-span-2 text-[13px]">
          {error}{' '}
          {halve && (
            <button type="button" className="font-bold text-leather underline" onClick={halve}>
              Yes: halve the count
            </button>
          )}
        </Fault>
      )}
    </form>
  );
}

interface OneWordProps<T extends string> {
  label: string;
  all: readonly T[];
  chosen: T;
  onChange(word: T): void;
}

const OneWord = <T extends string>({ label, all, chosen, onChange }: OneWordProps<T>) => (
  <Field label={label}>
    {(field) => (
      <Select {...field} value={chosen} onChange={(e) => onChange(e.target.value as T)}>
        {all.map((word) => (
          <option key={word}>{word}</option>
        ))}
      </Select>
    )}
  </Field>
);
