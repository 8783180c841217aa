import { timetableSchema, type Timetable } from '@canter-book/core/calendar/appointment';
import type { Database } from '../db/connect.ts';
import { timetables } from '../db/schema.ts';
import { revisioned } from '../repositories/revisioned.ts';
import type { Document, Rows } from './document.ts';
import { fromData, inData, inRows } from './rows.ts';

const rows: Rows<Timetable, typeof timetables.$inferSelect> = {
  table: timetables,
  schema: timetableSchema,
  toRow: inData,
  fromRow: fromData,
};

const timetableStore = (db: Database) => revisioned(db, rows);

/** Arenas, ways between them, opening hours: a book has one. */
export const timetable: Document<Timetable, ReturnType<typeof timetableStore>> = {
  ...inRows(rows),
  store: timetableStore,
};
