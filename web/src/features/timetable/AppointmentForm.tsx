import { useState } from 'react';
import { appointmentSchema, type Appointment } from '@canter-book/core/calendar/appointment';
import { placeOf } from '@canter-book/core/calendar/changes';
import type { Occurrence } from '@canter-book/core/calendar/occurrences';
import { daysLater, weekdayOf } from '@canter-book/core/progress/days';
import { longDate } from '../../app/dates.ts';
import { newId } from '../../app/newId.ts';
import { Button } from '../../ui/Button.tsx';
import { OneOf } from '../../ui/Choose.tsx';
import { Field, Select, TextArea, TextInput } from '../../ui/Field.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { useChange } from './useChange.ts';
import { useTimes } from './useTimes.ts';
import { Again } from './Again.tsx';
import { InTheWay, LOOKED_AHEAD_DAYS } from './InTheWay.tsx';
import { NotHeld } from './NotHeld.tsx';
import { RiderOptions } from '../horses/RiderOptions.tsx';

/** A new one, with what is known of it; or one time of an old one. */
export type Asked =
  | { readonly kind: 'new'; readonly with: Partial<Appointment> & Pick<Appointment, 'date'> }
  | { readonly kind: 'change'; readonly of: Occurrence };

const SCOPES = ['this one only', 'this and later ones'] as const;
const OTHER = 'other';

interface AppointmentFormProps {
  asked: Asked;
  /** Who teaches, unless it is said. */
  instructor: string;
  onClose(): void;
}

function firstDraft(asked: Asked, instructor: string): Appointment {
  if (asked.kind === 'change') return { ...asked.of.appointment, ...placeOf(asked.of) };
  return {
    id: newId(),
    revision: 0,
    title: '',
    horseId: null,
    riderId: null,
    instructor,
    arena: '',
    lessonId: null,
    start: '10:00',
    minutes: 45,
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    repeat: null,
    cancelled: [],
    moved: [],
    notes: '',
    ...asked.with,
  };
}

/** An appointment: who, which horse, when and where. Clashes are said at once, with times that are free. */
export function AppointmentForm({ asked, instructor, onClose }: AppointmentFormProps) {
  const [draft, setDraft] = useState(() => firstDraft(asked, instructor));
  const [scope, setScope] = useState<(typeof SCOPES)[number]>('this one only');
  const [isOther, setOther] = useState(draft.horseId === null && draft.title !== '');
  const [tried, setTried] = useState(false);
  const times = useTimes(daysLater(draft.date, -7), daysLater(draft.date, LOOKED_AHEAD_DAYS));
  const change = useChange();
  const set = (part: Partial<Appointment>) => setDraft({ ...draft, ...part });
  const old = asked.kind === 'change' ? asked.of : null;
  const repeats = old?.appointment.repeat != null;
  const onlyThis = repeats && scope === 'this one only';
  const checked = appointmentSchema.safeParse(draft);
  const wrong = (field: string) =>
    tried && !checked.success
      ? checked.error.issues.find((i) => i.path[0] === field)?.message
      : undefined;
  const horse = times.names.horse(draft.horseId) || draft.title;

  const save = async () => {
    setTried(true);
    if (!checked.success) return;
    const place = placeOf(draft);
    const when = `${longDate(draft.date)}, ${draft.start}`;
    const done = !old
      ? await change.save(checked.data, `${horse}: ${when}.`)
      : onlyThis
        ? await change.moveOnce(old, place, `${horse}: ${when}.`)
        : await change.changeFrom(old, place, without(checked.data), `${horse}: ${when}.`);
    if (done) onClose();
  };

  return (
    <Sheet open wide title={old ? horse : 'A new appointment'} onClose={onClose}>
      <form
        className="grid gap-x-6 gap-y-4 *:min-w-0 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        {repeats && (
          <div className="sm:col-span-2">
            <OneOf label="Change" all={SCOPES} chosen={scope} onChange={(to) => setScope(to)} />
          </div>
        )}
        <fieldset disabled={onlyThis} className="contents">
          <Field label="Horse" error={wrong('horseId')}>
            {(field) => (
              <Select
                {...field}
                disabled={onlyThis}
                value={isOther ? OTHER : (draft.horseId ?? '')}
                onChange={(e) => {
                  const { value } = e.target;
                  const { riderIds = [] } = times.horses.find((h) => h.id === value) ?? {};
                  setOther(value === OTHER);
                  set({
                    horseId: value === OTHER || value === '' ? null : value,
                    ...(value !== OTHER && { title: '' }),
                    ...(!draft.riderId && riderIds[0] && { riderId: riderIds[0] }),
                  });
                }}
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
          {isOther ? (
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
          ) : (
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
          )}
        </fieldset>
        <div className="grid grid-cols-2 gap-3 *:min-w-0 max-sm:*:first:col-span-2 sm:grid-cols-[1fr_6.5rem_5.5rem]">
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
        <div className="grid grid-cols-2 gap-3 *:min-w-0">
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
        <InTheWay
          draft={draft}
          old={old}
          times={times}
          onTake={(to) => set(withDay({ ...draft, ...to }, to.date))}
        />
        {!onlyThis && <Again draft={draft} wrong={wrong('repeat')} onChange={set} />}
        {!onlyThis && (
          <div className="sm:col-span-2">
            <Field label="Notes">
              {(field) => (
                <TextArea
                  {...field}
                  rows={2}
                  value={draft.notes}
                  onChange={(e) => set({ notes: e.target.value })}
                />
              )}
            </Field>
          </div>
        )}
        {tried && !checked.success && (
          <p role="alert" className="text-madder sm:col-span-2">
            ✕ {checked.error.issues[0]!.message}
          </p>
        )}
        <div className="flex flex-wrap justify-end gap-2 sm:col-span-2">
          {old && old.cancelled !== null && (
            <Button
              look="quiet"
              className="mr-auto"
              onClick={() => void change.hold(old).then((done) => done && onClose())}
            >
              Reinstate it
            </Button>
          )}
          <Button look="quiet" onClick={onClose}>
            Discard
          </Button>
          <Button type="submit">{old ? 'Save' : 'Add'}</Button>
        </div>
      </form>
      {old && old.cancelled === null && <NotHeld of={old} horse={horse} onDone={onClose} />}
    </Sheet>
  );
}

/** What goes with an appointment wherever it is put: not its time, which `Place` has, nor its history. */
const without = ({
  title,
  horseId,
  riderId,
  instructor,
  lessonId,
  repeat,
  notes,
}: Appointment): Partial<Appointment> => ({
  title,
  horseId,
  riderId,
  instructor,
  lessonId,
  repeat,
  notes,
});

/** Another day, and the weekday of its rule with it. */
function withDay(draft: Appointment, date: string): Partial<Appointment> {
  const { repeat } = draft;
  const weekday = weekdayOf(date);
  return {
    ...draft,
    date,
    ...(repeat && {
      repeat: repeat.weekdays.includes(weekday) ? repeat : { ...repeat, weekdays: [weekday] },
    }),
  };
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
