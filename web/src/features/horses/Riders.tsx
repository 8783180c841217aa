import { Link } from 'react-router';
import { useState } from 'react';
import { dateOf, dayOf } from '@canter-book/core/progress/days';
import type { Rider } from '@canter-book/core/book/records';
import { problemOf } from '../../api/problem.ts';
import { useCornersQuery, useRidersQuery } from '../../api/riders.ts';
import { today } from '../../app/dates.ts';
import { newId } from '../../app/newId.ts';
import { useSave } from '../../kept/useSave.ts';
import { Button } from '../../ui/Button.tsx';
import { besideField, Field, TextInput } from '../../ui/Field.tsx';
import { RiderForm } from './RiderForm.tsx';

const MONTH = 28;

/** The riders with their habits and themes, and a line to add one. */
export function Riders() {
  const { data: riders = [] } = useRidersQuery();
  const { data: corners = [] } = useCornersQuery(dateOf(dayOf(today()) - MONTH));
  const [open, setOpen] = useState<string | null>(null);
  const gone = riders.filter((r) => r.retiredOn && r.id !== open);
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
                <RiderForm rider={rider} onDone={() => setOpen(null)} />
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
      <NewRider />
    </section>
  );
}

function NewRider() {
  const { save, isSaving, error } = useSave('rider');
  const [name, setName] = useState('');
  const add = async () => {
    const rider = {
      id: newId(),
      revision: 0,
      name: name.trim(),
      notes: '',
      theme: '',
      stage: null,
    };
    const saved = await save(rider, null);
    if (!saved.error) setName('');
  };
  return (
    <form
      className="flex items-start gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <div className="flex-1">
        <Field label="New rider" error={error && problemOf(error).detail}>
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
      <div className={besideField}>
        <Button type="submit" look="quiet" disabled={!name.trim() || isSaving}>
          Add
        </Button>
      </div>
    </form>
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
