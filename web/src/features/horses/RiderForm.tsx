import type { Rider } from '@canter-book/core/book/records';
import { Failed } from '../../api/Failed.tsx';
import { today } from '../../app/dates.ts';
import { STAGE_OPTIONS } from '../../app/stages.ts';
import { useEntered } from '../../kept/useEntered.ts';
import { useSave } from '../../kept/useSave.ts';
import { Button } from '../../ui/Button.tsx';
import { ChangedElsewhere } from '../../ui/ChangedElsewhere.tsx';
import { Field, Select, TextInput } from '../../ui/Field.tsx';

interface RiderFormProps {
  rider: Rider;
  onDone(): void;
}

/** A rider changed: name, habits, theme and stage; or retired. */
export function RiderForm({ rider, onDone }: RiderFormProps) {
  const { save, error } = useSave('rider');
  const { draft, set, overruled } = useEntered(rider);
  const { name, notes, theme, stage } = draft;
  const store = async (changed: Rider) => {
    const saved = await save(changed, rider);
    if (!saved.error) onDone();
  };
  return (
    <form
      className="grid gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        void store({ ...draft, name: name.trim() });
      }}
    >
      <Words label="Name" required most={60} value={name} onChange={(to) => set({ name: to })} />
      <Words
        label="Habits"
        hint="weight slips to the left, looks down"
        most={2000}
        value={notes}
        onChange={(to) => set({ notes: to })}
      />
      <Words
        label="Theme"
        hint="corners ridden with bend: counted at the ringside"
        most={200}
        value={theme}
        onChange={(to) => set({ theme: to })}
      />
      <StageField stage={stage} onChange={(to) => set({ stage: to })} />
      <ChangedElsewhere what={overruled.map((part) => (part === 'notes' ? 'habits' : part))} />
      <Failed error={error} />
      <div className="flex gap-2">
        <Button type="submit">Save</Button>
        <Button look="quiet" onClick={onDone}>
          Cancel
        </Button>
        <span className="flex-1" />
        <Button
          look="quiet"
          onClick={() => {
            const { retiredOn, ...working } = rider;
            void store(retiredOn ? working : { ...rider, retiredOn: today() });
          }}
        >
          {rider.retiredOn ? 'Bring back' : 'Retire'}
        </Button>
      </div>
    </form>
  );
}

interface WordsProps {
  label: string;
  hint?: string;
  required?: boolean;
  /** Characters. */
  most: number;
  value: string;
  onChange(value: string): void;
}

const Words = ({ label, hint, required, most, value, onChange }: WordsProps) => (
  <Field label={label} {...(hint && { hint })}>
    {(field) => (
      <TextInput
        {...field}
        value={value}
        required={required}
        maxLength={most}
        onChange={(e) => onChange(e.target.value)}
      />
    )}
  </Field>
);

interface StageFieldProps {
  stage: Rider['stage'];
  onChange(stage: Rider['stage']): void;
}

const StageField = ({ stage, onChange }: StageFieldProps) => (
  <Field label="Stage" hint="a lesson asks no more than horse and rider both can">
    {(field) => (
      <Select
        {...field}
        value={stage ?? ''}
        onChange={(e) => onChange((Number(e.target.value) || null) as Rider['stage'])}
      >
        <option value="">not said</option>
        {STAGE_OPTIONS.map(([n, words]) => (
          <option key={n} value={n}>
            {words}
          </option>
        ))}
      </Select>
    )}
  </Field>
);
