import { and, inArray, type SQL } from 'drizzle-orm';
import type { Transaction } from '../db/connect.ts';
import type { Rows } from './document.ts';

/** How documents and rows become one another, and how rows come and go with a book file. */

/** A field that may be missing in a document is null in its column. */
export function orMissing<K extends string, V>(key: K, value: V | null): { [P in K]?: V } {
  return (value === null ? {} : { [key]: value }) as { [P in K]?: V };
}

export const instant = (text: string | null | undefined): Date | null =>
  text ? new Date(text) : null;

/** The whole document in one column, beside what it is looked for by. */
export const inData = <T extends { id: string; revision: number }>(document: T) => ({
  id: document.id,
  revision: document.revision,
  data: document,
});
export const fromData = <T extends { revision: number }>(row: {
  data: T;
  revision: number;
}): T => ({
  ...row.data,
  revision: row.revision,
});

const ROWS_AT_ONCE = 250;

/** Adds what is not there yet; what is there stays as it is. Answers the ids of the new ones. */
export const addRows =
  <T, Row>({ table, toRow }: Rows<T, Row>) =>
  async (tx: Transaction, documents: readonly T[]): Promise<string[]> => {
    const added: string[] = [];
    for (let i = 0; i < documents.length; i += ROWS_AT_ONCE) {
      const rows = await tx
        .insert(table)
        .values(documents.slice(i, i + ROWS_AT_ONCE).map(toRow) as never)
        .onConflictDoNothing()
        .returning({ id: table.id });
      added.push(...rows.map((row) => row.id as string));
    }
    return added;
  };

/** @param unused of which rows nobody has made use since */
export const takeOutRows =
  ({ table }: Pick<Rows<never, never>, 'table'>, unused?: SQL) =>
  async (tx: Transaction, ids: readonly string[]): Promise<void> => {
    await tx.delete(table).where(and(inArray(table.id, [...ids]), unused));
  };

/** Of documents that simply come and go. */
export const inRows = <T, Row>(rows: Rows<T, Row>) => ({
  ...rows,
  add: addRows(rows),
  takeOut: takeOutRows(rows),
});
