import { useState } from 'react';
import { appointmentSchema, type Appointment } from '@canter-book/core/calendar/appointment';
import { placeOf } from '@canter-book/core/calendar/changes';
import type { Occurrence } from '@canter-book/core/calendar/occurrences';
import { daysLater, weekdayOf } from '@canter-book/core/progress/days';
import { longDate } from '../../app/dates.ts';
import { newId } from '../../app/newId.ts';
import { LOOKED_AHEAD_DAYS } from './InTheWay.tsx';
import { useChange } from './useChange.ts';
import { useTimes } from './useTimes.ts';

/** A new one, with what is known of it; or one time of an old one. */
export type Asked =
  | { readonly kind: 'new'; readonly with: Partial<Appointment> & Pick<Appointment, 'date'> }
  | { readonly kind: 'change'; readonly of: Occurrence };

export const SCOPES = ['this one only', 'this and later ones'] as const;

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

/** An appointment while it is entered: what it is, what of it is wrong, and where it goes when it is saved. */
export function useAppointmentDraft(asked: Asked, instructor: string, onClose: () => void) {
  const [draft, setDraft] = useState(() => firstDraft(asked, instructor));
  const [scope, setScope] = useState<(typeof SCOPES)[number]>('this one only');
  const [tried, setTried] = useState(false);
  const times = useTimes(daysLater(draft.date, -7), daysLater(draft.date, LOOKED_AHEAD_DAYS));
  const change = useChange();
  const set = (part: Partial<Appointment>) => setDraft({ ...draft, ...part });
  const old = asked.kind === 'change' ? asked.of : null;
  const repeats = old?.appointment.repeat != null;
  const onlyThis = repeats && scope === 'this one only';
  const checked = appointmentSchema.safeParse(draft);
  const fault = tried && !checked.success ? checked.error : null;
  const wrong = (field: string) => fault?.issues.find((i) => i.path[0] === field)?.message;
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
  const hold = async () => {
    if (old && (await change.hold(old))) onClose();
  };
  return {
    draft,
    set,
    scope,
    setScope,
    times,
    old,
    repeats,
    onlyThis,
    wrong,
    fault,
    horse,
    save,
    hold,
  };
}

export type AppointmentDraft = ReturnType<typeof useAppointmentDraft>;

/** The part of an appointment that goes with it wherever it is put: not its time, which `Place` has, nor its history. */
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
export function withDay(draft: Appointment, date: string): Partial<Appointment> {
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
