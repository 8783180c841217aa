import ICAL from 'ical.js';
import { zoneSchema, type BusyHours } from '@canter-book/core/calendar/appointment';
import { minutesFrom, timeFrom } from '@canter-book/core/calendar/clock';
import { clockAt, instantOf } from '@canter-book/core/calendar/zone';
import { storableText } from '@canter-book/core/storable';
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
  const events = calendar.getAllSubcomponents('vevent');
  const changed = new Map<string, ICAL.Component[]>();
  for (const event of events) {
    if (!event.hasProperty('recurrence-id')) continue;
    const uid = String(event.getFirstPropertyValue('uid'));
    changed.set(uid, [...(changed.get(uid) ?? []), event]);
  }
  const span = { from: daysLater(today, -DAYS_BACK), to: daysLater(today, DAYS_AHEAD) };
  const hours = new Hours(span, new Clocks(calendar, zone));
  for (const component of events) {
    if (component.hasProperty('recurrence-id')) continue;
    try {
      const event = new ICAL.Event(component);
      for (const other of changed.get(event.uid) ?? []) event.relateException(other);
      hours.addAll(event);
    } catch (error) {
      if (error instanceof Problem) throw error;
      throw bad(
        `The entry “${String(component.getFirstPropertyValue('summary') ?? 'without a name').slice(0, 60)}” cannot be read: ${(error as Error).message}`,
      );
    }
  }
  return hours.found.sort((a, b) => (a.date + a.start < b.date + b.start ? -1 : 1));
}

/** The zones of a calendar file: converts its times to the yard's clock. */
class Clocks {
  private readonly zones: ReadonlyMap<string, ICAL.Timezone>;

  constructor(
    calendar: ICAL.Component,
    private readonly yard: string,
  ) {
    this.zones = new Map(
      calendar.getAllSubcomponents('vtimezone').map((component) => {
        const known = new ICAL.Timezone(component);
        return [known.tzid, known];
      }),
    );
  }

  beginningAndEnd(start: ICAL.Time, end: ICAL.Time) {
    if (start.isDate) return [clockOf(start), clockOf(end)] as const;
    const at = (instant: number) => clockAt(new Date(instant), this.yard);
    return [at(this.instant(start)), at(this.endOf(start, end))] as const;
  }

  private instant(time: ICAL.Time): number {
    const tzid = time.zone?.tzid;
    if (tzid === 'UTC' || time.zone === ICAL.Timezone.utcTimezone) return time.toJSDate().getTime();
    const own = tzid === undefined ? undefined : this.zones.get(tzid);
    if (own) return time.convertToZone(ICAL.Timezone.utcTimezone).toJSDate().getTime();
    // A zone that the file names and does not describe.
    const named = zoneSchema.safeParse(zoneNamed(time)).data;
    const clock = timeFrom(time.hour * 60 + time.minute);
    const date = dateOf(Date.UTC(time.year, time.month - 1, time.day) / 86_400_000);
    return instantOf(date, clock, named || this.yard).getTime();
  }

  /** An end that was worked out from a length has lost the zone of its beginning. */
  private endOf(start: ICAL.Time, end: ICAL.Time): number {
    return zoneNamed(end) === '' && zoneNamed(start) !== ''
      ? this.instant(start) + 1000 * end.subtractDate(start).toSeconds()
      : this.instant(end);
  }
}

/** Busy hours of some days, day by day. */
class Hours {
  readonly found: BusyHours[] = [];

  constructor(
    private readonly span: { readonly from: string; readonly to: string },
    private readonly clocks: Clocks,
  ) {}

  /** Each time that an event comes in these days. */
  addAll(event: ICAL.Event): void {
    if (!event.isRecurring()) return this.add(event, event.startDate, event.endDate);
    const times = event.iterator();
    for (let steps = 0; steps < MOST_STEPS; steps++) {
      const next = times.next();
      if (!next || dateOfTime(next) > daysLater(this.span.to, 1)) return;
      const { item, startDate, endDate } = event.getOccurrenceDetails(next);
      this.add(item, startDate, endDate);
    }
  }

  private add({ component, summary }: ICAL.Event, start: ICAL.Time, end: ICAL.Time): void {
    if (component.getFirstPropertyValue('transp') === 'TRANSPARENT') return;
    if (component.getFirstPropertyValue('status') === 'CANCELLED') return;
    const title = storableText(summary ?? '').slice(0, 120);
    const [begins, ends] = this.clocks.beginningAndEnd(start, end);
    for (let day = dayOf(begins.date); day <= dayOf(ends.date); day++) {
      const date = dateOf(day);
      if (date < this.span.from || date > this.span.to) continue;
      const first = date === begins.date ? minutesFrom(begins.time) : 0;
      const last = date === ends.date ? minutesFrom(ends.time) : DAY_MIN;
      if (last > first)
        this.found.push({ date, start: timeFrom(first), minutes: last - first, title });
      if (this.found.length > MOST_HOURS) throw bad('It has more than 10,000 entries in a year.');
    }
  }
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
