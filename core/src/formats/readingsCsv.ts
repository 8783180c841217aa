import type { Rein } from '../arena/rein.ts';
import type { Gait } from '../gaits/paces.ts';
import {
  ALL_KINDS,
  observationSchema,
  type Observation,
  type ObservationKind,
} from '../observations/observation.ts';
import type { TableForm } from './cells.ts';

export type ReadingField = 'date' | 'horse' | 'reading' | 'rein' | 'gait' | 'value' | 'detail';

export const READING_FIELDS: readonly ReadingField[] = [
  'date',
  'horse',
  'reading',
  'rein',
  'gait',
  'value',
  'detail',
];

/** A reading as a table has it: no session yet, and no time of day. */
export interface ReadingRow {
  readonly date: string;
  readonly horseId: string;
  /** An observation without its id, session and instant. */
  readonly seen: Readonly<Record<string, unknown>> & { readonly kind: ObservationKind };
}

/** The readings of a table, one a kind. */
export const READINGS = ALL_KINDS.flatMap(({ kind, table }) =>
  table ? [{ kind, rein: 'rein' as const, ...table }] : [],
);

export const READING_KINDS = READINGS.map((r) => r.kind);

const formOf = (kind: string) => READINGS.find((r) => r.kind === kind);

/** Any identity at all: a row has none yet, and is only checked. */
const NOBODY = '00000000-0000-7000-8000-000000000000';
const ANY_DAY = '2000-01-01T12:00:00.000Z';

/** A table with a line a reading. */
export const READINGS_TABLE: TableForm<ReadingField, ReadingRow> = {
  fields: READING_FIELDS,
  aliases: { day: 'date', 'horse name': 'horse', kind: 'reading', what: 'reading', more: 'detail' },
  read(row, { horses }) {
    const date = row.date('date');
    const horse = row.named('horse', horses, 'horse');
    const form = formOf(row.cell('reading').toLowerCase());
    if (!form) return row.fault('reading', `write one of ${READING_KINDS.join(', ')}`);
    const rein = row.cell('rein').toLowerCase();
    if (!isRein(rein)) return row.fault('rein', 'write left or right');
    const gait = row.cell('gait').toLowerCase();
    if (form.gait && !isGait(gait)) return row.fault('gait', 'write walk, trot or canter');
    const seen = {
      kind: form.kind,
      // A lead or a new lead is also the rein it is asked on, where the reading has a place.
      ...(form.gait && { rein, gait }),
      [form.rein]: rein,
      ...form.read(row.cell('value'), row.cell('detail').toLowerCase()),
    };
    const checked = observationSchema.safeParse({
      ...seen,
      id: NOBODY,
      sessionId: NOBODY,
      at: ANY_DAY,
    });
    if (!checked.success) return row.fault('value', form.says);
    return date && horse ? { date, horseId: horse.id, seen } : null;
  },
};

const isRein = (said: string): said is Rein => said === 'left' || said === 'right';
const isGait = (said: string): said is Gait => ['walk', 'trot', 'canter'].includes(said);

/** A reading as the row of a table; null for what is no reading (marks and tries have tables of their own). */
export function readingCells(date: string, horse: string, o: Observation): string[] | null {
  const form = formOf(o.kind);
  if (!form) return null;
  const fields = o as unknown as Record<string, string | undefined>;
  const [value, detail] = form.write(o);
  return [date, horse, o.kind, fields[form.rein] ?? '', fields['gait'] ?? '', value, detail];
}
