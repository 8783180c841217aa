import { Link } from 'react-router';
import { useState } from 'react';
import { dateOf, dayOf } from '@canter-book/core/progress/days';
import type { Rider } from '@canter-book/core/book/records';
import { problemOf } from '../../api/problem.ts';
import { useCornersQuery, useRidersQuery, useSaveRiderMutation } from '../../api/riders.ts';
import { today } from '../../app/dates.ts';
import { STAGE_OPTIONS } from '../../app/stages.ts';
import { newId } from '../../app/newId.ts';
import { Button } from '../../ui/Button.tsx';
import { Field, Select, TextInput } from '../../ui/Field.tsx';

const MONTH = 28;

/** The riders with their habits and themes, and a line to add one. */
export function Riders() {
  const { data: riders = [] } = useRidersQuery();
  const { data: corners = [] } = useCornersQuery(dateOf(dayOf(today()) - MONTH));
  const [save, saving] = useSaveRiderMutation();
  const [name, setName] = useState('');
  const [open, setOpen] = useState<string | null>(null);
  const gone = riders.filter((r) => r.retiredOn && r.id !== open);
  const add = async () => {
    const saved = await save({
      id: newId(),
      revision: 0,
      name: name.trim(),
      notes: '',
      theme: '',
      stage: null,
    });
    if (!saved.error) setName('');
  };
  return (
    <section aria-labelledby="riders">
      <h2 id="riders" className="mb-3 text-lg">
        Riders
      </h2>
      <ul className="mb-4 divide-y divide-line border-y border-line">
        {riders
          .filter((r) => !r.retiredOn || open === r.id)
          .map((rider) => (
            <li key={rider.id} className="py-2">
              {open === rider.id ? (
                <RiderForm
                  key={rider.revision}
                  rider={rider}
                  onSave={async (changed) => {
                    const saved = await save(changed);
                    if (!saved.error) setOpen(null);
                  }}
                  onCancel={() => setOpen(null)}
                />
              ) : (
                <RiderLine
                  rider={rider}
                  corners={corners.find((c) => c.riderId === rider.id)}
                  onOpen={() => setOpen(rider.id)}
                />
              )}
            </li>
          ))}
        {gone.length > 0 && (
          <li className="py-2 text-[14px] text-soft">
            Retired:{' '}
            {gone.map((r) => (
              <button
                key={r.id}
                type="button"
                className="mr-2 underline"
                onClick={() => setOpen(r.id)}
              >
                {r.name}
              </button>
            ))}
          </li>
        )}
        {riders.length === 0 && <li className="py-2 text-soft">No rider yet.</li>}
      </ul>
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <div className="flex-1">
          <Field label="New rider" error={saving.error && problemOf(saving.error).detail}>
            {(field) => (
              <TextInput
                {...field}
                value={name}
                maxLength={60}
                onChange={(e) => setName(e.target.value)}
              />
            )}
          </Field>
        </div>
        <div className="mb-[23px]">
          <Button type="submit" look="quiet" disabled={!name.trim() || saving.isLoading}>
            Add
          </Button>
        </div>
      </form>
    </section>
  );
}

interface RiderLineProps {
  rider: Rider;
  corners: { corners: number; bent: number } | undefined;
  onOpen(): void;
}

function RiderLine({ rider, corners, onOpen }: RiderLineProps) {
  return (
    <div className="flex items-start gap-3">
      <div className="min-w-0 flex-1">
        <span className="block">
          {rider.name}
          {rider.stage && <span className="text-[13px] text-soft"> · stage {rider.stage}</span>}
        </span>
        {rider.notes && <span className="block text-[13px] text-soft">{rider.notes}</span>}
        {rider.theme && <span className="block font-book text-[14px] italic">{rider.theme}</span>}
        {corners && (
          <span className="text-[13px] text-soft">
            corners with bend, four weeks: {corners.bent} of {corners.corners}
          </span>
        )}
      </div>
      <Link
        to={`/riders/${rider.id}`}
        aria-label={`The weeks of ${rider.name}`}
        className="px-1 text-[14px]"
      >
        weeks
      </Link>
      <button
        type="button"
        aria-label={`Change ${rider.name}`}
        className="px-1 text-[14px] text-leather underline"
        onClick={onOpen}
      >
        change
      </button>
    </div>
  );
}

interface RiderFormProps {
  rider: Rider;
  onSave(rider: Rider): Promise<void>;
  onCancel(): void;
}

function RiderForm({ rider, onSave, onCancel }: RiderFormProps) {
  const [name, setName] = useState(rider.name);
  const [notes, setNotes] = useState(rider.notes);
  const [theme, setTheme] = useState(rider.theme);
  const [stage, setStage] = useState(rider.stage);
  return (
    <form
      className="grid gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        void onSave({ ...rider, name: name.trim(), notes, theme, stage });
      }}
    >
      <Field label="Name">
        {(field) => (
          <TextInput
            {...field}
            value={name}
            required
            maxLength={60}
            onChange={(e) => setName(e.target.value)}
          />
        )}
      </Field>
      <Field label="Habits" hint="weight slips to the left, looks down">
        {(field) => (
          <TextInput
            {...field}
            value={notes}
            maxLength={2000}
            onChange={(e) => setNotes(e.target.value)}
          />
        )}
      </Field>
      <Field label="Theme" hint="corners ridden with bend: counted at the ringside">
        {(field) => (
          <TextInput
            {...field}
            value={theme}
            maxLength={200}
            onChange={(e) => setTheme(e.target.value)}
          />
        )}
      </Field>
      <Field label="Stage" hint="a lesson asks no more than horse and rider both can">
        {(field) => (
          <Select
            {...field}
            value={stage ?? ''}
            onChange={(e) => setStage((Number(e.target.value) || null) as Rider['stage'])}
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
      <div className="flex gap-2">
        <Button type="submit">Save</Button>
        <Button look="quiet" onClick={onCancel}>
          Cancel
        </Button>
        <span className="flex-1" />
        <Button
          look="quiet"
          onClick={() => {
            const { retiredOn, ...working } = rider;
            void onSave(retiredOn ? working : { ...rider, retiredOn: today() });
          }}
        >
          {rider.retiredOn ? 'Bring back' : 'Retire'}
        </Button>
      </div>
    </form>
  );
}
