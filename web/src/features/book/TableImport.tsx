import { useMemo, useState } from 'react';
import Papa from 'papaparse';
import {
  guessMapping,
  readRow,
  type CellFault,
  type Mapping,
  type TableForm,
} from '@canter-book/core/formats/cells';
import type { Observation } from '@canter-book/core/observations/observation';
import type { Session } from '@canter-book/core/book/records';
import { useHorsesQuery } from '../../api/horses.ts';
import { useRidersQuery } from '../../api/riders.ts';
import { useAddSessionsMutation } from '../../api/wholeBook.ts';
import { Failed } from '../../api/Failed.tsx';
import { saveFile } from '../../app/files.ts';
import { newId } from '../../app/newId.ts';
import { counted } from '../../app/words.ts';
import { Button } from '../../ui/Button.tsx';
import { FilePick } from '../../ui/FilePick.tsx';
import { SideScroll } from '../../ui/SideScroll.tsx';

interface Table {
  readonly name: string;
  readonly headings: readonly string[];
  readonly rows: readonly string[][];
}

/** A batch that is sent to the book at once. */
export interface Batch {
  readonly sessions: Session[];
  readonly observations: Observation[];
}

interface TableImportProps<F extends string, R> {
  form: TableForm<F, R>;
  title: string;
  about: string;
  /** One row in words: session, reading. */
  one: string;
  /** Rows of days that have a session already go into it. */
  join?: boolean;
  batches(rows: readonly R[]): readonly Batch[];
  /** How many rows were taken, from the server's answer. */
  taken(answer: { added: number; stored: number }): number;
}

const SHOWN = 8;

/** Rows from a table: what each column is, how the rows are read, and the bad ones kept aside. */
export function TableImport<F extends string, R>(props: TableImportProps<F, R>) {
  const { form, title, about, one, join = false, batches, taken } = props;
  const what = `${one}s`;
  const { table, mapping, setMapping, read, open, done, setDone } = useTable(form);
  const [add, adding] = useAddSessionsMutation();
  const take = async () => {
    let added = 0;
    const as = { id: newId(), source: table?.name ?? what };
    for (const batch of batches(read.good)) {
      const sent = await add({ ...batch, join, import: as });
      if (sent.error) return;
      added += taken(sent.data);
      setDone({ added, of: read.good.length });
    }
  };
  return (
    <section aria-labelledby={`table-${what}`}>
      <h2 id={`table-${what}`} className="mb-1 text-xl">
        {title}
      </h2>
      <p className="mb-4 text-[14px] text-soft">{about}</p>
      <FilePick label={`A table of ${what}`} accept=".csv,text/csv" onPick={open}>
        Choose a CSV file
      </FilePick>
      {table && (
        <div className="mt-4 space-y-4">
          <p>
            <b>{table.name}</b>: {read.good.length} of {table.rows.length} rows can be imported.
          </p>
          <RowsOfFile {...{ form, table, mapping }} bad={read.bad} onMapping={setMapping} />
          {read.bad.length > 0 && <KeptAside table={table} bad={read.bad} />}
          <Failed error={adding.error} />
          {done ? (
            <p role="status" className="font-bold text-bottle">
              ✓ {counted(done.added, one)} imported.
              {done.of > done.added && ` ${done.of - done.added} already in the book.`}
            </p>
          ) : (
            <Button
              disabled={read.good.length === 0 || adding.isLoading}
              onClick={() => void take()}
            >
              {adding.isLoading ? 'Importing …' : `Import ${counted(read.good.length, one)}`}
            </Button>
          )}
        </div>
      )}
    </section>
  );
}

/** A row that cannot be read, by its line in the file. */
interface BadRow {
  readonly line: number;
  readonly cells: string[];
  readonly faults: readonly CellFault[];
}

/** The table that was opened, what its columns are, and how its rows are read. */
function useTable<F extends string, R>(form: TableForm<F, R>) {
  const { data: horses = [] } = useHorsesQuery();
  const { data: riders = [] } = useRidersQuery();
  const [table, setTable] = useState<Table | null>(null);
  const [mapping, setMapping] = useState<Mapping<F>>([]);
  const [done, setDone] = useState<{ added: number; of: number } | null>(null);

  const read = useMemo(() => {
    const good: R[] = [];
    const bad: BadRow[] = [];
    table?.rows.forEach((cells, i) => {
      const result = readRow(form, cells, mapping, { horses, riders });
      if ('row' in result) good.push(result.row);
      else bad.push({ line: i + 2, cells, faults: result.faults });
    });
    return { good, bad };
  }, [form, table, mapping, horses, riders]);

  const open = (file: File) => {
    setDone(null);
    Papa.parse<string[]>(file, {
      skipEmptyLines: 'greedy',
      complete({ data }) {
        const [headings = [], ...rows] = data;
        setTable({ name: file.name, headings, rows });
        setMapping(guessMapping(form, headings));
      },
    });
  };
  return { table, mapping, setMapping, read, open, done, setDone };
}

interface RowsOfFileProps<F extends string, R> {
  form: TableForm<F, R>;
  table: Table;
  mapping: Mapping<F>;
  bad: readonly BadRow[];
  onMapping(mapping: Mapping<F>): void;
}

/** The first rows, each column under what it is taken for. */
function RowsOfFile<F extends string, R>(props: RowsOfFileProps<F, R>) {
  const { form, table, mapping, bad, onMapping } = props;
  return (
    <SideScroll label="The rows of the file">
      <table className="border-y border-line text-[14px]">
        <thead>
          <tr>
            {table.headings.map((heading, i) => (
              <th key={i} className="p-1.5 text-left align-bottom">
                <span className="block text-[13px] font-normal text-soft">{heading}</span>
                <select
                  aria-label={`What “${heading}” is`}
                  className="min-h-8 rounded-md border border-line bg-page px-1"
                  value={mapping[i] ?? ''}
                  onChange={(event) =>
                    onMapping(remapped(mapping, i, (event.target.value || null) as F | null))
                  }
                >
                  <option value="">left out</option>
                  {form.fields.map((field) => (
                    <option key={field}>{field}</option>
                  ))}
                </select>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.slice(0, SHOWN).map((cells, i) => {
            const faults = bad.find((b) => b.line === i + 2)?.faults ?? [];
            return (
              <tr key={i} className="border-t border-dotted border-line">
                {table.headings.map((_, c) => {
                  const fault = faults.find((f) => f.field === mapping[c]);
                  return (
                    <td
                      key={c}
                      title={fault?.why}
                      className={`max-w-48 truncate p-1.5 ${fault ? 'bg-madder/15 text-madder' : mapping[c] ? '' : 'text-soft line-through'}`}
                    >
                      {cells[c]}
                    </td>
                  );
                })}
              </tr>
            );
          })}
        </tbody>
      </table>
    </SideScroll>
  );
}

/** Rows that cannot be read, and why. */
const KeptAside = ({ table, bad }: { table: Table; bad: readonly BadRow[] }) => (
  <div className="rounded-lg bg-slip p-4 text-[14px]">
    <p className="font-bold">
      {bad.length} {bad.length === 1 ? 'row is' : 'rows are'} kept aside:
    </p>
    <ul className="my-2">
      {bad.slice(0, SHOWN).map(({ line, faults }) => (
        <li key={line}>
          line {line}: {faults.map((f) => `${f.field} “${f.value}”, ${f.why}`).join('; ')}
        </li>
      ))}
    </ul>
    <Button
      look="quiet"
      onClick={() =>
        saveFile(
          table.name.replace(/(\.csv)?$/i, '-aside.csv'),
          new Blob([asideCsv(table, bad)], { type: 'text/csv;charset=utf-8' }),
        )
      }
    >
      Save these rows as a file to correct
    </Button>
  </div>
);

/** One column for each field: choosing it here takes it from elsewhere. */
const remapped = <F extends string>(
  mapping: Mapping<F>,
  column: number,
  field: F | null,
): Mapping<F> => mapping.map((old, i) => (i === column ? field : old === field ? null : old));

/** The bad rows as they were, with what is wrong in a last column. */
const asideCsv = (
  table: Table,
  bad: readonly { cells: string[]; faults: readonly CellFault[] }[],
): string =>
  Papa.unparse(
    [
      [...table.headings, 'what is wrong'],
      ...bad.map(({ cells, faults }) => [
        ...table.headings.map((_, i) => cells[i] ?? ''),
        faults.map((f) => `${f.field}: ${f.why}`).join('; '),
      ]),
    ],
    { newline: '\r\n' },
  );
