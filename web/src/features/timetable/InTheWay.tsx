import { useMemo } from 'react';
import { appointmentSchema, type Appointment } from '@canter-book/core/calendar/appointment';
import { clashesOf, clashSaid } from '@canter-book/core/calendar/clashes';
import { freeTimes } from '@canter-book/core/calendar/free';
import { namedDays, type Occurrence } from '@canter-book/core/calendar/occurrences';
import { daysLater } from '@canter-book/core/progress/days';
import { longDate, today } from '../../app/dates.ts';
import { Button } from '../../ui/Button.tsx';
import type { Times } from './useTimes.ts';

/** So far ahead a repeat is looked through for clashes. */
export const LOOKED_AHEAD_DAYS = 56;
const MOST_TOLD = 4;

interface InTheWayProps {
  draft: Appointment;
  old: Occurrence | null;
  times: Times;
  onTake(to: { date: string; start: string }): void;
}

/** Clashes of an appointment, and times that are free. */
export function InTheWay({ draft, old, times, onTake }: InTheWayProps) {
  const { occurrences, timetable, busy, names } = times;
  const found = useMemo(() => {
    const valid = appointmentSchema.safeParse(draft);
    if (!valid.success || !occurrences) return null;
    // What is being changed is not in its own way.
    const others = occurrences.filter((o) => o.appointment.id !== old?.appointment.id);
    const on = (date: string) => others.filter((o) => o.date === date);
    const first: Occurrence = {
      appointment: valid.data,
      named: valid.data.date,
      date: valid.data.date,
      start: valid.data.start,
      minutes: valid.data.minutes,
      arena: valid.data.arena,
      cancelled: null,
      isMoved: false,
    };
    const all = namedDays(valid.data, first.date, daysLater(first.date, LOOKED_AHEAD_DAYS)).map(
      (date) => ({
        ...first,
        date,
        named: date,
      }),
    );
    const clashes = all.flatMap((o) => clashesOf(o, on(o.date), timetable, busy));
    const now = new Date();
    const notBefore = { date: today(), minutes: now.getHours() * 60 + now.getMinutes() };
    const free = clashes.length > 0 ? freeTimes(first, on, timetable, busy, 4, notBefore) : [];
    return { clashes, free, date: first.date };
  }, [draft, old, occurrences, timetable, busy]);
  if (!found || found.clashes.length === 0) return null;
  return (
    <div role="alert" className="rounded-lg bg-slip p-4 sm:col-span-2">
      <ul className="mb-2 space-y-1">
        {found.clashes.slice(0, MOST_TOLD).map((clash, i) => (
          <li key={i}>
            ▲ {clash.of.date !== found.date && `${longDate(clash.of.date)}: `}
            {clashSaid(clash, names)}
          </li>
        ))}
        {found.clashes.length > MOST_TOLD && (
          <li className="text-soft">and {found.clashes.length - MOST_TOLD} more</li>
        )}
      </ul>
      {found.free.length > 0 && (
        <p className="flex flex-wrap items-center gap-2">
          <span className="text-[14px]">Free:</span>
          {found.free.map((free) => (
            <Button key={free.date + free.start} look="quiet" onClick={() => onTake(free)}>
              {free.date === found.date ? free.start : `${longDate(free.date)}, ${free.start}`}
            </Button>
          ))}
        </p>
      )}
      <p className="mt-2 text-[13px] text-soft">You can save it all the same: you decide.</p>
    </div>
  );
}
