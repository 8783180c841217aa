import { useState } from 'react';
import { Field, Select, TextInput } from '../../ui/Field.tsx';
import { RiderOptions } from '../horses/RiderOptions.tsx';
import { withDay, type AppointmentDraft } from './appointmentDraft.ts';

const OTHER = 'other';

/** Horse and rider, or what it is instead. */
export function WhoFields({ of }: { of: AppointmentDraft }) {
  const { draft, set, times, onlyThis, wrong } = of;
  const [isOther, setOther] = useState(draft.horseId === null && draft.title !== '');
  const choose = (value: string) => {
    const { riderIds = [] } = times.horses.find((h) => h.id === value) ?? {};
    setOther(value === OTHER);
    set({
      horseId: value === OTHER || value === '' ? null : value,
      ...(value !== OTHER && { title: '' }),
      ...(!draft.riderId && riderIds[0] && { riderId: riderIds[0] }),
    });
  };
  return (
    <>
      <Field label="Horse" error={wrong('horseId')}>
        {(field) => (
          <Select
            {...field}
            disabled={onlyThis}
            value={isOther ? OTHER : (draft.horseId ?? '')}
            onChange={(e) => choose(e.target.value)}
          >
            <option value="">Choose a horse</option>
            {times.horses
              .filter((h) => !h.retiredOn)
              .map((h) => (
                <option key={h.id} value={h.id}>
                  {h.name}
                </option>
              ))}
            <option value={OTHER}>no horse: something else</option>
          </Select>
        )}
      </Field>
      {isOther ? <WhatField of={of} /> : <RiderField of={of} />}
    </>
  );
}

const WhatField = ({ of: { draft, set, onlyThis, wrong } }: { of: AppointmentDraft }) => (
  <Field label="What it is" error={wrong('horseId')}>
    {(field) => (
      <TextInput
        {...field}
        disabled={onlyThis}
        value={draft.title}
        placeholder="the farrier"
        onChange={(e) => set({ title: e.target.value })}
      />
    )}
  </Field>
);

const RiderField = ({ of: { draft, set, times, onlyThis } }: { of: AppointmentDraft }) => (
  <Field label="Rider">
    {(field) => (
      <Select
        {...field}
        disabled={onlyThis}
        value={draft.riderId ?? ''}
        onChange={(e) => set({ riderId: e.target.value || null })}
      >
        <option value="">nobody named</option>
        <RiderOptions riders={times.riders} />
      </Select>
    )}
  </Field>
);

/** Day, hour and length. */
export function WhenFields({ of: { draft, set, wrong } }: { of: AppointmentDraft }) {
  return (
    <div className="grid grid-cols-2 gap-3 *:min-w-0 max-sm:*:first:col-span-2 sm:grid-cols-[1fr_8rem_5rem]">
      <Field label="Day" error={wrong('date')}>
        {(field) => (
          <TextInput
            {...field}
            type="date"
            value={draft.date}
            onChange={(e) => e.target.value && set(withDay(draft, e.target.value))}
          />
        )}
      </Field>
      <Field label="Begins" error={wrong('start')}>
        {(field) => (
          <TextInput
            {...field}
            type="time"
            step={300}
            value={draft.start}
            onChange={(e) => set({ start: e.target.value })}
          />
        )}
      </Field>
      <Field label="Minutes" error={wrong('minutes')}>
        {(field) => (
          <TextInput
            {...field}
            type="number"
            min={5}
            max={480}
            step={5}
            value={draft.minutes}
            onChange={(e) => set({ minutes: Number(e.target.value) })}
          />
        )}
      </Field>
    </div>
  );
}

/** In which arena, and who teaches. */
export function WhereFields({ of }: { of: AppointmentDraft }) {
  const { draft, set, times, onlyThis, wrong } = of;
  return (
    <div className="grid gap-3 *:min-w-0 sm:grid-cols-2">
      <Field label="Arena" error={wrong('arena')}>
        {(field) => (
          <Suggested
            field={field}
            value={draft.arena}
            all={times.timetable.arenas.map((a) => a.name)}
            onChange={(arena) => set({ arena })}
          />
        )}
      </Field>
      <Field label="Instructor" error={wrong('instructor')}>
        {(field) => (
          <Suggested
            field={field}
            disabled={onlyThis}
            value={draft.instructor}
            all={times.timetable.instructors}
            onChange={(instructor) => set({ instructor })}
          />
        )}
      </Field>
    </div>
  );
}

interface SuggestedProps {
  field: { id: string; 'aria-invalid': boolean; 'aria-describedby': string };
  value: string;
  all: readonly string[];
  disabled?: boolean;
  onChange(value: string): void;
}

/** Words of one's own, with those that are known offered. */
const Suggested = ({ field, value, all, disabled = false, onChange }: SuggestedProps) => (
  <>
    <TextInput
      {...field}
      list={`${field.id}-known`}
      disabled={disabled}
      value={value}
      maxLength={60}
      onChange={(e) => onChange(e.target.value)}
    />
    <datalist id={`${field.id}-known`}>
      {all.map((one) => (
        <option key={one} value={one} />
      ))}
    </datalist>
  </>
);
