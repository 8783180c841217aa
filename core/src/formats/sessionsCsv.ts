import { REINS, type Rein } from '../arena/rein.ts';
import { SCALES, type Scale } from '../scales.ts';
import { readNumber } from '../numbers.ts';
import type { TableForm } from './cells.ts';

/** The fields a column of a table of sessions can hold. */
export type Field =
  'date' | 'horse' | 'rider' | 'minutes' | 'notes' | 'homework' | `${Scale} ${Rein}`;

export const FIELDS: readonly Field[] = [
  'date',
  'horse',
  'rider',
  'minutes',
  'notes',
  'homework',
  ...SCALES.flatMap((scale) => [`${scale} left`, `${scale} right`] as const),
];

export interface SessionRow {
  readonly date: string;
  readonly horseId: string;
  readonly riderId: string | null;
  readonly minutes: number | null;
  readonly notes: string;
  readonly homework: string;
  readonly marks: readonly { scale: Scale; rein: Rein; value: number }[];
}

/** A table with a line a session. */
export const SESSIONS_TABLE: TableForm<Field, SessionRow> = {
  fields: FIELDS,
  aliases: {
    day: 'date',
    'session date': 'date',
    'horse name': 'horse',
    'rider name': 'rider',
    min: 'minutes',
    duration: 'minutes',
    note: 'notes',
    comment: 'notes',
    comments: 'notes',
  },
  read(row, { horses, riders }) {
    const date = row.date('date');
    const horse = row.named('horse', horses, 'horse');
    const rider = row.cell('rider') ? row.named('rider', riders, 'rider') : null;
    const minutes = readNumber(row.cell('minutes'));
    if (minutes !== null && !(minutes >= 0 && minutes <= 600)) {
      row.fault('minutes', 'write a number from 0 to 600');
    }
    const notes = row.cell('notes');
    if (notes.length > 2000) row.fault('notes', 'at most 2000 letters');
    const homework = row.cell('homework');
    if (homework.length > 400) row.fault('homework', 'at most 400 letters');
    const marks = SCALES.flatMap((scale) =>
      REINS.flatMap((rein) => {
        const field: Field = `${scale} ${rein}`;
        const value = readNumber(row.cell(field));
        if (value === null) return [];
        const ok = value >= 0 && value <= 10 && Number.isInteger(value * 2);
        if (!ok) row.fault(field, 'write a mark from 0 to 10 in halves');
        return ok ? [{ scale, rein, value }] : [];
      }),
    );
    if (!date || !horse) return null;
    return { date, horseId: horse.id, riderId: rider?.id ?? null, minutes, notes, homework, marks };
  },
};

/** A session with the names in it, as the row of a table. */
export function sessionCells(session: {
  readonly date: string;
  readonly horse: string;
  readonly rider: string;
  readonly minutes: number | null;
  readonly notes: string;
  readonly homework: string;
  readonly marks: readonly { scale: string; rein: string; value: number }[];
}): string[] {
  const { date, horse, rider, minutes, notes, homework, marks } = session;
  return FIELDS.map((field) => {
    if (field === 'date') return date;
    if (field === 'horse') return horse;
    if (field === 'rider') return rider;
    if (field === 'minutes') return minutes === null ? '' : String(minutes);
    if (field === 'notes') return notes;
    if (field === 'homework') return homework;
    const mark = marks.find((m) => `${m.scale} ${m.rein}` === field);
    return mark ? String(mark.value) : '';
  });
}
