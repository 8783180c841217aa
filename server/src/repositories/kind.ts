import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import type { z } from '@canter-book/core/schema';

/** Where documents of a kind lie, what they are held to, and how a row becomes one. */
export interface Stored<T, Row> {
  readonly table: PgTable & { id: PgColumn };
  readonly schema: z.ZodMiniType<T>;
  fromRow(row: Row): T;
}

/** Documents that are saved again and again. */
export interface Kind<T, Row> extends Stored<T, Row> {
  readonly table: PgTable & { id: PgColumn; revision: PgColumn };
  toRow(document: T): Row;
}

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
