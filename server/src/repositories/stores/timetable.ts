import {
  appointmentSchema,
  busyCalendarSchema,
  timetableSchema,
  type Appointment,
  type BusyCalendar,
  type Timetable,
} from '@canter-book/core/calendar/appointment';
import { spanOf } from '@canter-book/core/calendar/occurrences';
import { and, asc, gte, isNull, lte, or } from 'drizzle-orm';
import type { Database } from '../../db/connect.ts';
import { appointments, busyCalendars, timetables } from '../../db/schema.ts';
import { fromData, inData, type Kind } from '../kind.ts';
import { revisioned } from '../revisioned.ts';

export const appointment: Kind<Appointment, typeof appointments.$inferSelect> = {
  table: appointments,
  schema: appointmentSchema,
  toRow: (a) => ({ ...inData(a), horseId: a.horseId, riderId: a.riderId, ...spanOf(a) }),
  // A rider who left the book has left its timetable too.
  fromRow: ({ data, revision, horseId, riderId }) => ({ ...data, revision, horseId, riderId }),
};

export const busy: Kind<BusyCalendar, typeof busyCalendars.$inferSelect> = {
  table: busyCalendars,
  schema: busyCalendarSchema,
  toRow: inData,
  fromRow: fromData,
};

export const timetable: Kind<Timetable, typeof timetables.$inferSelect> = {
  table: timetables,
  schema: timetableSchema,
  toRow: inData,
  fromRow: fromData,
};

/** Appointments, the calendars of people's own, and the days they lie in. */
export const timetableStores = (db: Database) => ({
  appointments: {
    ...revisioned(db, appointment),
    /** Those that can fall on a day from one to another. */
    async list({ from, to }: { from: string; to: string }): Promise<Appointment[]> {
      const { first, last } = appointments;
      const rows = await db
        .select()
        .from(appointments)
        .where(and(lte(first, to), or(isNull(last), gte(last, from))))
        .orderBy(asc(appointments.id));
      return rows.map(appointment.fromRow);
    },
  },
  busy: {
    ...revisioned(db, busy),
    list: async (): Promise<BusyCalendar[]> =>
      (await db.select().from(busyCalendars).orderBy(asc(busyCalendars.id))).map(busy.fromRow),
  },
  timetable: revisioned(db, timetable),
});
