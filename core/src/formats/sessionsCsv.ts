import type { Rein } from '../arena/rein.ts';
import { SCALES, type Scale } from '../observations/scales.ts';

/** What a column of a table of sessions can be. */
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

/** Which field each column is; null for one that is left out. */
export type Mapping = readonly (Field | null)[];

const plain = (words: string): string =>
  words
    .toLowerCase()
    .replace(/[^a-z]+/g, ' ')
    .trim();

/** Other words for the fields, as tables use them. */
const ALIASES: Readonly<Record<string, Field>> = {
  day: 'date',
  'session date': 'date',
  'horse name': 'horse',
  'rider name': 'rider',
  min: 'minutes',
  duration: 'minutes',
  note: 'notes',
  comment: 'notes',
  comments: 'notes',
};

/** The mapping that the headings suggest; each field once. */
export function guessMapping(headings: readonly string[]): Mapping {
  const taken = new Set<Field>();
  return headings.map((heading) => {
    const words = plain(heading);
    const short = words.replace(/\bl$/, 'left').replace(/\br$/, 'right');
    const field = FIELDS.find((f) => f === words || f === short) ?? ALIASES[words] ?? null;
    if (!field || taken.has(field)) return null;
    taken.add(field);
    return field;
  });
}

export interface SessionRow {
  readonly date: string;
  readonly horseId: string;
  readonly riderId: string | null;
  readonly minutes: number | null;
  readonly notes: string;
  readonly homework: string;
  readonly marks: readonly { scale: Scale; rein: Rein; value: number }[];
}

/** What is wrong with one cell of a row, and what to do. */
export interface CellFault {
  readonly field: Field;
  readonly value: string;
  readonly why: string;
}

interface Named {
  readonly id: string;
  readonly name: string;
}

export interface RowContext {
  readonly horses: readonly Named[];
  readonly riders: readonly Named[];
}

export type RowRead = { readonly row: SessionRow } | { readonly faults: readonly CellFault[] };

/** Reads one row of the table. Every fault of the row is told, not only the first. */
export function readSessionRow(
  cells: readonly string[],
  mapping: Mapping,
  { horses, riders }: RowContext,
): RowRead {
  const faults: CellFault[] = [];
  const cell = (field: Field): string => {
    const at = mapping.indexOf(field);
    return at < 0 ? '' : (cells[at] ?? '').trim();
  };
  const fault = (field: Field, why: string): null => {
    faults.push({ field, value: cell(field), why });
    return null;
  };
  const byName = (list: readonly Named[], name: string) =>
    list.find((n) => n.name.toLowerCase() === name.toLowerCase());

  const date = readDate(cell('date')) ?? fault('date', 'write the day as 2026-05-31 or 31.5.2026');
  const horse =
    byName(horses, cell('horse')) ?? fault('horse', 'no horse of this name in the book');
  const riderName = cell('rider');
  const rider = riderName
    ? (byName(riders, riderName) ?? fault('rider', 'no rider of this name in the book'))
    : null;
  const minutes = readNumber(cell('minutes'));
  if (minutes !== null && !(minutes >= 0 && minutes <= 600)) {
    fault('minutes', 'write a number from 0 to 600');
  }
  const notes = cell('notes');
  if (notes.length > 2000) fault('notes', 'at most 2000 letters');
  const homework = cell('homework');
  if (homework.length > 400) fault('homework', 'at most 400 letters');
  const marks = SCALES.flatMap((scale) =>
    (['left', 'right'] as const).flatMap((rein) => {
      const field: Field = `${scale} ${rein}`;
      const value = readNumber(cell(field));
      if (value === null) return [];
      const ok = value >= 0 && value <= 10 && Number.isInteger(value * 2);
      if (!ok) fault(field, 'write a mark from 0 to 10 in halves');
      return ok ? [{ scale, rein, value }] : [];
    }),
  );
  if (faults.length > 0 || !date || !horse) return { faults };
  return {
    row: { date, horseId: horse.id, riderId: rider?.id ?? null, minutes, notes, homework, marks },
  };
}

/** An empty cell is nothing; what is no number is NaN. A comma is a point. */
function readNumber(said: string): number | null {
  if (said === '') return null;
  return Number(said.replace(',', '.'));
}

/** ISO dates, and day.month.year; null for what is no day of the calendar. */
function readDate(said: string): string | null {
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(said);
  const dotted = /^(\d{1,2})[./](\d{1,2})[./](\d{4})$/.exec(said);
  const [y, m, d] = iso
    ? [iso[1], iso[2], iso[3]].map(Number)
    : dotted
      ? [dotted[3], dotted[2], dotted[1]].map(Number)
      : [];
  if (!y || !m || !d) return null;
  const date = new Date(Date.UTC(y, m - 1, d));
  const real = date.getUTCMonth() === m - 1 && date.getUTCDate() === d;
  return real ? date.toISOString().slice(0, 10) : null;
}

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
