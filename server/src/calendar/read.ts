import ICAL from 'ical.js';
import { zoneSchema, type BusyHours } from '@canter-book/core/calendar/appointment';
import { minutesFrom, timeFrom } from '@canter-book/core/calendar/clock';
import { clockAt, instantOf } from '@canter-book/core/calendar/zone';
import { storableText } from '@canter-book/core/fields';
import { dateOf, dayOf, daysLater } from '@canter-book/core/progress/days';
import { Problem } from '../problem.ts';

/** Busy hours from a calendar of somebody's own (RFC 5545): repeats, exceptions and time zones worked out. */

const DAYS_BACK = 7;
const DAYS_AHEAD = 370;
const MOST_HOURS = 10_000;
/** A rule that never comes to our days is given up on. */
const MOST_STEPS = 20_000;
const DAY_MIN = 24 * 60;

const bad = (detail: string) => new Problem(400, 'Not a calendar', detail);

/**
 * @param zone the clock of the yard: times without a zone of their own are read by it
 * @throws Problem when it is no calendar, or has too much in it
 */
export function busyHoursIn(text: string, zone: string, today: string): BusyHours[] {
  const calendar = parsed(text);
  const [from, to] = [daysLater(today, -DAYS_BACK), daysLater(today, DAYS_AHEAD)];
  const events = calendar.getAllSubcomponents('vevent');
  const zones = new Map(
    calendar.getAllSubcomponents('vtimezone').map((component) => {
      const known = new ICAL.Timezone(component);
      return [known.tzid, known];
    }),
  );
  const hours: BusyHours[] = [];
  const changed = new Map<string, ICAL.Component[]>();
  for (const event of events) {
    if (!event.hasProperty('recurrence-id')) continue;
    const uid = String(event.getFirstPropertyValue('uid'));
    changed.set(uid, [...(changed.get(uid) ?? []), event]);
  }
  const instant = (time: ICAL.Time): number => {
    const tzid = time.zone?.tzid;
    if (tzid === 'UTC' || time.zone === ICAL.Timezone.utcTimezone) return time.toJSDate().getTime();
    const own = tzid === undefined ? undefined : zones.get(tzid);
    if (own) return time.convertToZone(ICAL.Timezone.utcTimezone).toJSDate().getTime();
    // A zone that the file names and does not describe.
    const named = zoneSchema.safeParse(zoneNamed(time)).data;
    const clock = timeFrom(time.hour * 60 + time.minute);
    const date = dateOf(Date.UTC(time.year, time.month - 1, time.day) / 86_400_000);
    return instantOf(date, clock, named || zone).getTime();
  };
  // An end that was worked out from a length has lost the zone of its beginning.
  const endOf = (start: ICAL.Time, end: ICAL.Time): number =>
    zoneNamed(end) === '' && zoneNamed(start) !== ''
      ? instant(start) + 1000 * end.subtractDate(start).toSeconds()
      : instant(end);
  const add = (event: ICAL.Event, start: ICAL.Time, end: ICAL.Time): void => {
    const { component } = event;
    if (component.getFirstPropertyValue('transp') === 'TRANSPARENT') return;
    if (component.getFirstPropertyValue('status') === 'CANCELLED') return;
    const title = storableText(event.summary ?? '').slice(0, 120);
    const [begins, ends] = start.isDate
      ? [clockOf(start), clockOf(end)]
      : [clockAt(new Date(instant(start)), zone), clockAt(new Date(endOf(start, end)), zone)];
    for (let day = dayOf(begins.date); day <= dayOf(ends.date); day++) {
      const date = dateOf(day);
      if (date < from || date > to) continue;
      const first = date === begins.date ? minutesFrom(begins.time) : 0;
      const last = date === ends.date ? minutesFrom(ends.time) : DAY_MIN;
      if (last > first) hours.push({ date, start: timeFrom(first), minutes: last - first, title });
      if (hours.length > MOST_HOURS) throw bad('It has more than 10,000 entries in a year.');
    }
  };
  for (const component of events) {
    if (component.hasProperty('recurrence-id')) continue;
    try {
      const event = new ICAL.Event(component);
      for (const other of changed.get(event.uid) ?? []) event.relateException(other);
      if (!event.isRecurring()) {
        add(event, event.startDate, event.endDate);
        continue;
      }
      const times = event.iterator();
      for (let steps = 0; steps < MOST_STEPS; steps++) {
        const next = times.next();
        if (!next) break;
        if (dateOfTime(next) > daysLater(to, 1)) break;
        const { item, startDate, endDate } = event.getOccurrenceDetails(next);
        add(item, startDate, endDate);
      }
    } catch (error) {
      if (error instanceof Problem) throw error;
      throw bad(
        `The entry “${String(component.getFirstPropertyValue('summary') ?? 'without a name').slice(0, 60)}” cannot be read: ${(error as Error).message}`,
      );
    }
  }
  return hours.sort((a, b) => (a.date + a.start < b.date + b.start ? -1 : 1));
}

const zoneNamed = (time: ICAL.Time): string =>
  (time as ICAL.Time & { readonly timezone?: string }).timezone ?? '';

const dateOfTime = ({ year, month, day }: ICAL.Time): string =>
  dateOf(Date.UTC(year, month - 1, day) / 86_400_000);

const clockOf = (time: ICAL.Time) => ({ date: dateOfTime(time), time: '00:00' });

function parsed(text: string): ICAL.Component {
  try {
    const component = new ICAL.Component(ICAL.parse(text));
    if (component.name === 'vcalendar') return component;
  } catch {
    // Said below.
  }
  throw bad('The file is not an iCalendar file: it should begin with BEGIN:VCALENDAR.');
}
