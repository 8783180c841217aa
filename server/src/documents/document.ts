import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import type { z } from '@canter-book/core/schema';
import type { Database, Transaction } from '../db/connect.ts';
import type { Access, Who } from '../routes/access.ts';

/** Where documents of a kind lie, what they are held to, and how a row becomes one. */
export interface Stored<T, Row> {
  readonly table: PgTable & { id: PgColumn };
  readonly schema: z.ZodMiniType<T>;
  fromRow(row: Row): T;
}

/** Documents that are saved again and again. */
export interface Rows<T, Row> extends Stored<T, Row> {
  readonly table: PgTable & { id: PgColumn; revision: PgColumn };
  toRow(document: T): Row;
}

/**
 * All the server has to know of a resource of the book: what it is held to, where it lies, how it goes into a book file and
 * out of it, and what the API has of it. Store, routes, the description of the API and the book file are made of this; its
 * name and address stand in the `documents.ts` of the core.
 */
export interface Document<T, Store> extends Stored<T, object> {
  readonly store: (db: Database) => Store;
  /** Stores those of a book file that are not there yet; answers the ids of the new ones. */
  add(tx: Transaction, documents: readonly T[]): Promise<string[]>;
  /** Takes out what a book file that broke off has brought, but for what somebody has built upon since. */
  takeOut(tx: Transaction, ids: readonly string[]): Promise<void>;
  /** None where what is sent is no document with a revision: its routes have a file of their own. */
  readonly api?: Api<T, Store>;
}

/** Its part of the API besides reading and saving one by id. */
export interface Api<T, Store> {
  readonly for: Access;
  /** The largest one; 256 kB where it says nothing. */
  readonly upTo?: string;
  /** Of its schema, in the description of the API. */
  readonly name: string;
  /** "marked ride". */
  readonly what: string;
  /** Whether one can be removed for good. */
  readonly isRemovable?: true;
  readonly list: Got<Store>;
  /** By their address below the resource: `/removed`, `/{id}/versions`. */
  readonly more?: Readonly<Record<string, Got<Store>>>;
  /** Writes who sent it on the document, whatever it says itself. */
  signed?(document: T, who: Who, store: Store): T | Promise<T>;
}

/** Something that can be got: what it says of itself, what may be asked, and the answer. */
export interface Got<Store> {
  readonly says: string;
  readonly query?: z.ZodMiniType;
  /** The schema of the answer; of a list of anything, where it says nothing. */
  readonly answers?: object;
  answer(store: Store, query: unknown, id: string): Promise<unknown>;
}

/** Something that is asked for by more than its address. */
export const got = <Store, Query>(
  query: z.ZodMiniType<Query>,
  rest: Omit<Got<Store>, 'query' | 'answer'> & {
    answer(store: Store, query: Query, id: string): Promise<unknown>;
  },
): Got<Store> => ({
  ...rest,
  query,
  answer: (store, asked, id) => rest.answer(store, asked as Query, id),
});
