/** Shared by the tables of the book: days, numbers, headings, and faults of a cell. */

/** Which field each column is; null for one that is left out. */
export type Mapping<F extends string> = readonly (F | null)[];

/** The fault of one cell of a row, and how to mend it. */
export interface CellFault<F extends string = string> {
  readonly field: F;
  readonly value: string;
  readonly why: string;
}

export type RowRead<R, F extends string = string> =
  { readonly row: R } | { readonly faults: readonly CellFault<F>[] };

export interface Named {
  readonly id: string;
  readonly name: string;
}

/** Who is in the book: tables name them. */
export interface RowContext {
  readonly horses: readonly Named[];
  readonly riders: readonly Named[];
}

/** A kind of table: its columns, other words for them, and how a row is read. */
export interface TableForm<F extends string, R> {
  readonly fields: readonly F[];
  readonly aliases: Readonly<Record<string, F>>;
  read(row: RowReader<F>, context: RowContext): R | null;
}

/** The cells of one row by field, and what was found wrong with them. */
export class RowReader<F extends string> {
  readonly faults: CellFault<F>[] = [];

  constructor(
    private readonly cells: readonly string[],
    private readonly mapping: Mapping<F>,
  ) {}

  cell(field: F): string {
    const at = this.mapping.indexOf(field);
    return at < 0 ? '' : (this.cells[at] ?? '').trim();
  }

  fault(field: F, why: string): null {
    this.faults.push({ field, value: this.cell(field), why });
    return null;
  }

  date(field: F): string | null {
    const said = readDate(this.cell(field));
    return said ?? this.fault(field, 'write the day as 2026-05-31 or 31.5.2026');
  }

  named(field: F, list: readonly Named[], what: string): Named | null {
    const name = this.cell(field).toLowerCase();
    const found = list.find((n) => n.name.toLowerCase() === name);
    return found ?? this.fault(field, `no ${what} of this name in the book`);
  }
}

/** Reads one row of a table. Every fault of the row is told, not only the first. */
export function readRow<F extends string, R>(
  form: TableForm<F, R>,
  cells: readonly string[],
  mapping: Mapping<F>,
  context: RowContext,
): RowRead<R, F> {
  const reader = new RowReader(cells, mapping);
  const row = form.read(reader, context);
  return row === null || reader.faults.length > 0 ? { faults: reader.faults } : { row };
}

const plain = (words: string): string =>
  words
    .toLowerCase()
    .replace(/[^a-z]+/g, ' ')
    .trim();

/** The mapping that the headings suggest; each field once. */
export function guessMapping<F extends string>(
  { fields, aliases }: Pick<TableForm<F, unknown>, 'fields' | 'aliases'>,
  headings: readonly string[],
): Mapping<F> {
  const taken = new Set<F>();
  return headings.map((heading) => {
    const words = plain(heading);
    const short = words.replace(/\bl$/, 'left').replace(/\br$/, 'right');
    const field = fields.find((f) => f === words || f === short) ?? aliases[words] ?? null;
    if (!field || taken.has(field)) return null;
    taken.add(field);
    return field;
  });
}

/** ISO dates, and day.month.year; null for what is no day of the calendar. */
export function readDate(said: string): string | null {
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
