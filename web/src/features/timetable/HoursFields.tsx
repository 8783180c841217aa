import type { ReactNode } from 'react';
import type { Timetable } from '@canter-book/core/calendar/appointment';
import { Field, TextInput } from '../../ui/Field.tsx';
import { Gone, More } from './rows.tsx';

interface HoursFieldsProps {
  draft: Timetable;
  set(part: Partial<Timetable>): void;
}

interface EditedRowsProps<T> {
  title: string;
  about?: string;
  rows: readonly T[];
  onChange(rows: T[]): void;
  /** How a row is laid out. */
  className: string;
  /** What is added, and what it is before anything is entered. */
  more: string;
  empty: T;
  /** What is deleted with a row. */
  called(row: T): string;
  children(row: T, i: number, change: (to: T) => void): ReactNode;
}

/** Rows that are changed, added and deleted. */
function EditedRows<T>(props: EditedRowsProps<T>) {
  const { title, about, rows, onChange, className, more, empty, called, children } = props;
  return (
    <section>
      <h2 className="mb-1 text-lg">{title}</h2>
      {about && <p className="mb-3 text-[14px] text-soft">{about}</p>}
      <ul className="space-y-2">
        {rows.map((row, i) => (
          <li key={i} className={className}>
            {children(row, i, (to) => onChange(rows.map((was, k) => (k === i ? to : was))))}
            <Gone what={called(row)} onGone={() => onChange(rows.filter((_, k) => k !== i))} />
          </li>
        ))}
      </ul>
      <More onMore={() => onChange([...rows, empty])} what={more} />
    </section>
  );
}

/** Three fields and the way to delete them: side by side, or two and two on a phone. */
const THREE =
  'grid grid-cols-2 gap-2 max-sm:border-b max-sm:border-dotted max-sm:border-line max-sm:pb-2 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_5rem_auto]';

export const Arenas = ({ draft, set }: HoursFieldsProps) => (
  <EditedRows
    title="Arenas"
    about="How many may ride in each at once, and where it is, if the yard has several places."
    rows={draft.arenas}
    onChange={(arenas) => set({ arenas })}
    className={THREE}
    more="Add an arena"
    empty={{ name: '', place: '', most: 4 }}
    called={({ name }) => name || 'the arena'}
  >
    {(arena, i, change) => (
      <>
        <TextInput
          aria-label={`Arena ${i + 1}, name`}
          placeholder="Sail loft"
          value={arena.name}
          onChange={(e) => change({ ...arena, name: e.target.value })}
        />
        <TextInput
          aria-label={`Arena ${i + 1}, place`}
          placeholder="place"
          value={arena.place}
          onChange={(e) => change({ ...arena, place: e.target.value })}
        />
        <TextInput
          aria-label={`Arena ${i + 1}, riders at once`}
          type="number"
          min={1}
          max={30}
          value={arena.most}
          onChange={(e) => change({ ...arena, most: Math.max(1, Number(e.target.value)) })}
        />
      </>
    )}
  </EditedRows>
);

export const Instructors = ({ draft, set }: HoursFieldsProps) => (
  <EditedRows
    title="Instructors"
    rows={draft.instructors}
    onChange={(instructors) => set({ instructors })}
    className="grid grid-cols-[minmax(0,1fr)_auto] gap-2"
    more="Add an instructor"
    empty=""
    called={(name) => name || 'the instructor'}
  >
    {(name, i, change) => (
      <TextInput
        aria-label={`Instructor ${i + 1}`}
        value={name}
        onChange={(e) => change(e.target.value)}
      />
    )}
  </EditedRows>
);

export const TravelTimes = ({ draft, set }: HoursFieldsProps) => (
  <EditedRows
    title="Travel times"
    rows={draft.travel}
    onChange={(travel) => set({ travel })}
    className={THREE}
    more="Add a journey"
    empty={{ from: '', to: '', minutes: 15 }}
    called={() => 'the journey'}
  >
    {(way, i, change) => (
      <>
        <TextInput
          aria-label={`Journey ${i + 1}, from`}
          placeholder="from"
          value={way.from}
          onChange={(e) => change({ ...way, from: e.target.value })}
        />
        <TextInput
          aria-label={`Journey ${i + 1}, to`}
          placeholder="to"
          value={way.to}
          onChange={(e) => change({ ...way, to: e.target.value })}
        />
        <TextInput
          aria-label={`Journey ${i + 1}, minutes`}
          type="number"
          min={1}
          max={480}
          value={way.minutes}
          onChange={(e) => change({ ...way, minutes: Math.max(1, Number(e.target.value)) })}
        />
      </>
    )}
  </EditedRows>
);

const OPENING = [
  ['opens', 'Opens'],
  ['closes', 'Closes'],
] as const;
const TEACHING = [
  ['breakAfterMin', 'Teach at most', 'minutes in a row', 30, 600],
  ['breakMin', 'Then a break', 'minutes; 0: none', 0, 120],
] as const;

/** From when to when the yard teaches, and how long in a row. */
export const DayHours = ({ draft, set }: HoursFieldsProps) => (
  <section className="grid gap-4 sm:grid-cols-4">
    <h2 className="text-lg sm:col-span-4">Hours</h2>
    {OPENING.map(([part, label]) => (
      <Field key={part} label={label}>
        {(field) => (
          <TextInput
            {...field}
            type="time"
            value={draft[part]}
            onChange={(e) => e.target.value && set({ [part]: e.target.value })}
          />
        )}
      </Field>
    ))}
    {TEACHING.map(([part, label, hint, min, max]) => (
      <Field key={part} label={label} hint={hint}>
        {(field) => (
          <TextInput
            {...field}
            type="number"
            min={min}
            max={max}
            value={draft[part]}
            onChange={(e) => set({ [part]: Number(e.target.value) })}
          />
        )}
      </Field>
    ))}
  </section>
);
