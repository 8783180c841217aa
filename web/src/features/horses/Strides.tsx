import { useState } from 'react';
import type { Horse } from '@canter-book/core/book/records';
import { horseStride } from '@canter-book/core/gaits/horse';
import { measuredStride, measurementSchema } from '@canter-book/core/gaits/measured';
import { implausible, type Implausible } from '@canter-book/core/gaits/plausible';
import {
  PACES,
  MOVING_GAITS,
  countsPerStride,
  usualPace,
  type MovingGait,
  type PaceName,
} from '@canter-book/core/gaits/paces';
import { useSaveHorseMutation } from '../../api/horses.ts';
import { problemOf } from '../../api/problem.ts';
import { shortDate, today } from '../../app/dates.ts';
import { newId } from '../../app/newId.ts';
import { tell } from '../../app/notices.ts';
import { Button } from '../../ui/Button.tsx';
import { Field, Select, TextInput } from '../../ui/Field.tsx';
import { profileOf } from '@canter-book/core/book/profile';
import { StrideTaps } from './StrideTaps.tsx';

/** Always shown; further paces are when they have been measured. */
const USUAL: readonly (readonly [MovingGait, PaceName])[] = [
  ['walk', 'medium'],
  ['trot', 'working'],
  ['trot', 'collected'],
  ['canter', 'working'],
];

/** This horse's strides: measured with ±, or by height until they are. */
export function Strides({ horse }: { horse: Horse }) {
  const [open, setOpen] = useState(false);
  const profile = profileOf(horse, today());
  const measured = MOVING_GAITS.flatMap((gait) =>
    PACES[gait].map((pace) => [gait, pace] as const),
  ).filter(([gait, pace]) => horse.measured.some((m) => m.gait === gait && m.pace === pace));
  const rows = [
    ...USUAL,
    ...measured.filter(([g, p]) => !USUAL.some(([a, b]) => a === g && b === p)),
  ];
  return (
    <section>
      <h2 className="text-lg">Strides</h2>
      <p className="mb-2 text-[13px] text-soft">
        {measured.length > 0
          ? 'Measured with ±; the others follow from them or from the height.'
          : 'By height, until they are measured.'}
      </p>
      <dl>
        {rows.map(([gait, pace]) => {
          const own = measuredStride(horse.measured, gait, pace);
          const length = own?.lengthM.value ?? horseStride(profile, gait, pace).lengthM;
          return (
            <div
              key={`${gait} ${pace}`}
              className="flex justify-between border-b border-dotted border-line py-1.5"
            >
              <dt>
                {pace} {gait}
              </dt>
              <dd
                className="tabular font-mono"
                title={own ? `${own.tempo.value.toFixed(0)} strides a minute` : 'not measured'}
              >
                <b>{length.toFixed(2)} m</b>
                <span className="text-soft"> {own && `± ${own.lengthM.sd.toFixed(2)}`}</span>
              </dd>
            </div>
          );
        })}
      </dl>
      {open ? (
        <MeasureForm horse={horse} onDone={() => setOpen(false)} />
      ) : (
        <button
          type="button"
          className="mt-2 min-h-10 text-leather underline"
          onClick={() => setOpen(true)}
        >
          Measure strides
        </button>
      )}
    </section>
  );
}

/** What is not a horse, in words that say what to look at. */
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

interface SoFarProps {
  horse: Horse;
  gait: MovingGait;
  pace: PaceName;
  onRemove(id: string): Promise<void>;
}

/** What was measured before in this pace; a slip can be deleted. */
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
            onClick={() => void onRemove(m.id)}
          >
            delete
          </button>
        </li>
      ))}
    </ul>
  );
}

/** From M to F is 48 m in the long arena: count the strides, take the time. */
function MeasureForm({ horse, onDone }: { horse: Horse; onDone(): void }) {
  const [save, saving] = useSaveHorseMutation();
  const [gait, setGait] = useState<MovingGait>('trot');
  const [pace, setPace] = useState<PaceName>('working');
  const [entered, setEntered] = useState({ metres: '48', counts: '', seconds: '' });
  const [error, setError] = useState<string | null>(null);
  const [beats, setBeats] = useState(false);
  const unit = countsPerStride(gait) === 2 ? 'Steps' : 'Strides';
  const set = (name: keyof typeof entered) => (event: React.ChangeEvent<HTMLInputElement>) =>
    setEntered({ ...entered, [name]: event.target.value });
  const remove = async (id: string) => {
    const saved = await save({ ...horse, measured: horse.measured.filter((m) => m.id !== id) });
    if (saved.error) return setError(problemOf(saved.error).detail);
    tell('The measurement is deleted.', () => save({ ...saved.data, measured: horse.measured }));
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
    const saved = await save({ ...horse, measured: [...horse.measured, made.data] });
    if (saved.error) setError(problemOf(saved.error).detail);
    else onDone();
  };
  return (
    <form
      className="mt-3 grid grid-cols-2 gap-x-3 gap-y-1"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <Field label="Gait">
        {(field) => (
          <Select
            {...field}
            value={gait}
            onChange={(e) => {
              const next = e.target.value as MovingGait;
              setGait(next);
              setPace(usualPace(next));
            }}
          >
            {MOVING_GAITS.map((g) => (
              <option key={g}>{g}</option>
            ))}
          </Select>
        )}
      </Field>
      <Field label="Pace">
        {(field) => (
          <Select {...field} value={pace} onChange={(e) => setPace(e.target.value as PaceName)}>
            {PACES[gait].map((p) => (
              <option key={p}>{p}</option>
            ))}
          </Select>
        )}
      </Field>
      <Field label="Metres" hint="M to F: 48">
        {(field) => (
          <TextInput
            {...field}
            inputMode="decimal"
            value={entered.metres}
            onChange={set('metres')}
          />
        )}
      </Field>
      <Field label={unit} hint="half strides allowed">
        {(field) => (
          <TextInput
            {...field}
            inputMode="decimal"
            value={entered.counts}
            onChange={set('counts')}
          />
        )}
      </Field>
      <Field label="Seconds">
        {(field) => (
          <TextInput
            {...field}
            inputMode="decimal"
            value={entered.seconds}
            onChange={set('seconds')}
          />
        )}
      </Field>
      <SoFar horse={horse} gait={gait} pace={pace} onRemove={remove} />
      <StrideTaps
        unit={unit.toLowerCase()}
        onMeasured={(counts, seconds) =>
          setEntered((now) => ({ ...now, counts: String(counts), seconds: String(seconds) }))
        }
      />
      <div className="col-span-2 flex gap-2">
        <Button type="submit" disabled={saving.isLoading}>
          Save
        </Button>
        <Button look="quiet" onClick={onDone}>
          Cancel
        </Button>
      </div>
      {error && (
        <p role="alert" className="col-span-2 text-[13px] text-madder">
          ✕ {error}{' '}
          {beats && (
            <button
              type="button"
              className="font-bold text-leather underline"
              onClick={() => {
                setEntered({ ...entered, counts: String(Number(entered.counts) / 2) });
                setError(null);
                setBeats(false);
              }}
            >
              Yes: halve the count
            </button>
          )}
        </p>
      )}
    </form>
  );
}
