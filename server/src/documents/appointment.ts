import { appointmentSchema, type Appointment } from '@canter-book/core/calendar/appointment';
import { spanOf } from '@canter-book/core/calendar/occurrences';
import { daySchema } from '@canter-book/core/fields';
import { dayOf } from '@canter-book/core/progress/days';
import { z } from '@canter-book/core/schema';
import { and, asc, gte, isNull, lte, or } from 'drizzle-orm';
import type { Database } from '../db/connect.ts';
import { appointments } from '../db/schema.ts';
import { revisioned } from '../repositories/revisioned.ts';
import { listOf, ref } from '../routes/says.ts';
import { got, type Document, type Rows } from './document.ts';
import { inData, inRows } from './rows.ts';

const rows: Rows<Appointment, typeof appointments.$inferSelect> = {
  table: appointments,
  schema: appointmentSchema,
  toRow: (a) => ({ ...inData(a), horseId: a.horseId, riderId: a.riderId, ...spanOf(a) }),
  // A rider who left the book has left its timetable too.
  fromRow: ({ data, revision, horseId, riderId }) => ({ ...data, revision, horseId, riderId }),
};

const appointmentStore = (db: Database) => ({
  ...revisioned(db, rows),
  /** Those that can fall on a day from one to another. */
  async list({ from, to }: { from: string; to: string }): Promise<Appointment[]> {
    const { first, last } = appointments;
    const found = await db
      .select()
      .from(appointments)
      .where(and(lte(first, to), or(isNull(last), gte(last, from))))
      .orderBy(asc(appointments.id));
    return found.map(rows.fromRow);
  },
});

const MOST_DAYS = 400;

const spanSchema = z.strictObject({ from: daySchema, to: daySchema }).check(
  z.refine(({ from, to }) => to >= from && dayOf(to) - dayOf(from) <= MOST_DAYS, {
    path: ['to'],
    message: `must lie within ${MOST_DAYS} days after the first`,
  }),
);

/** Appointments: a rule each, with the exceptions of single days. */
export const appointment: Document<Appointment, ReturnType<typeof appointmentStore>> = {
  ...inRows(rows),
  store: appointmentStore,
  api: {
    for: 'team',
    name: 'Appointment',
    what: 'appointment',
    isRemovable: true,
    list: got(spanSchema, {
      says: 'What can fall on a day from one to another',
      answers: listOf(ref('Appointment')),
      answer: (all, span) => all.list(span),
    }),
  },
};
