import ical, { ICalCalendarMethod, ICalEventStatus } from 'ical-generator';
import type { Appointment } from '@canter-book/core/calendar/appointment';
import { cancelledSaid, keyOf, occurrencesIn } from '@canter-book/core/calendar/occurrences';
import { instantOf } from '@canter-book/core/calendar/zone';
import { daysLater } from '@canter-book/core/progress/days';
import { capital } from '@canter-book/core/words';

/** The timetable as a calendar that other programs read (RFC 5545). */

/** So far back and ahead. */
const DAYS_BACK = 31;
const DAYS_AHEAD = 370;

export interface CalendarNames {
  horse(id: string): string | undefined;
  rider(id: string): string | undefined;
}

/**
 * Every time is written out as an instant of its own, in UTC: so no program needs to know our time zones, and a
 * lesson at ten is at ten in summer and in winter.
 */
export function calendarText(
  name: string,
  appointments: readonly Appointment[],
  names: CalendarNames,
  now: Date,
): string {
  const today = now.toISOString().slice(0, 10);
  const calendar = ical({ name, method: ICalCalendarMethod.PUBLISH, prodId: '//Canter Book//EN' });
  for (const o of occurrencesIn(
    appointments,
    daysLater(today, -DAYS_BACK),
    daysLater(today, DAYS_AHEAD),
  )) {
    const { horseId, riderId, instructor, title, notes, zone, revision } = o.appointment;
    const horse = horseId ? names.horse(horseId) : undefined;
    const rider = riderId ? names.rider(riderId) : undefined;
    const who = [horse, rider].filter(Boolean).join(', ');
    const start = instantOf(o.date, o.start, zone);
    calendar.createEvent({
      id: `${keyOf(o).replace('/', '-')}@canter-book`,
      stamp: now,
      sequence: revision,
      start,
      end: new Date(start.getTime() + o.minutes * 60_000),
      summary: [title, who].filter(Boolean).join(': '),
      ...(o.arena && { location: o.arena }),
      description: [
        ...(instructor ? [`With ${instructor}.`] : []),
        ...(o.cancelled ? [capital(cancelledSaid(o.cancelled))] : []),
        ...(notes ? [notes] : []),
      ].join('\n'),
      status: o.cancelled === null ? ICalEventStatus.CONFIRMED : ICalEventStatus.CANCELLED,
    });
  }
  return calendar.toString();
}
