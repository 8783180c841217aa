import { busyCalendarSchema, type BusyCalendar } from '@canter-book/core/calendar/appointment';
import { asc } from 'drizzle-orm';
import type { Database } from '../db/connect.ts';
import { busyCalendars } from '../db/schema.ts';
import { revisioned } from '../repositories/revisioned.ts';
import type { Document, Rows } from './document.ts';
import { fromData, inData, inRows } from './rows.ts';

const rows: Rows<BusyCalendar, typeof busyCalendars.$inferSelect> = {
  table: busyCalendars,
  schema: busyCalendarSchema,
  toRow: inData,
  fromRow: fromData,
};

const busyStore = (db: Database) => ({
  ...revisioned(db, rows),
  list: async (): Promise<BusyCalendar[]> =>
    (await db.select().from(busyCalendars).orderBy(asc(busyCalendars.id))).map(rows.fromRow),
});

/** Hours that somebody is not free, from calendars of their own. */
export const busy: Document<BusyCalendar, ReturnType<typeof busyStore>> = {
  ...inRows(rows),
  store: busyStore,
};
