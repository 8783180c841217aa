import type { Appointment, BusyCalendar } from '@canter-book/core/calendar/appointment';
import { and, asc, gte, isNull, lte, or } from 'drizzle-orm';
import type { Database } from '../../db/connect.ts';
import { appointments, busyCalendars, timetables } from '../../db/schema.ts';
import { DOCUMENTS } from '../documents.ts';
import { revisioned } from '../revisioned.ts';

/** Appointments, the calendars of people's own, and the days they lie in. */
export const timetableStores = (db: Database) => ({
  appointments: {
    ...revisioned(db, appointments, DOCUMENTS.appointment),
    /** Those that can fall on a day from one to another. */
    async list({ from, to }: { from: string; to: string }): Promise<Appointment[]> {
      const { first, last } = appointments;
      const rows = await db
        .select()
        .from(appointments)
        .where(and(lte(first, to), or(isNull(last), gte(last, from))))
        .orderBy(asc(appointments.id));
      return rows.map(DOCUMENTS.appointment.fromRow);
    },
  },
  busy: {
    ...revisioned(db, busyCalendars, DOCUMENTS.busy),
    list: async (): Promise<BusyCalendar[]> =>
      (await db.select().from(busyCalendars).orderBy(asc(busyCalendars.id))).map(
        DOCUMENTS.busy.fromRow,
      ),
  },
  timetable: revisioned(db, timetables, DOCUMENTS.timetable),
});
