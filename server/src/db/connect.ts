import {
  accessSync,
  constants,
  cpSync,
  existsSync,
  mkdirSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { sql } from 'drizzle-orm';
import type { Pool, PoolClient } from 'pg';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import { ownChanges, sharedChanges, type Changes } from '../changes.ts';
import * as schema from './schema.ts';
import { lockFolder } from './lock.ts';
import { writeWords } from './words.ts';

export type Database = PgDatabase<PgQueryResultHKT, typeof schema>;
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

export interface Connection {
  readonly db: Database;
  /** Resolves when the database answers; rejects when it does not. */
  ping(): Promise<void>;
  /**
   * Does what only one of several servers may do at a time.
   * @param wait for the others to be done with it; else it is left to them
   * @returns null when it was left to another
   */
  job<T>(work: () => Promise<T>, options?: { readonly wait: boolean }): Promise<T | null>;
  /** Word of changes, between all servers of this book. */
  readonly changes: Changes;
  close(): Promise<void>;
}

export type Where =
  /** `fresh`: a new, empty book, to be copied where there is none yet. */
  | { readonly kind: 'folder'; readonly folder: string; readonly fresh?: string | undefined }
  | { readonly kind: 'url'; readonly url: string };

/** An error that whoever started the program can fix, in one sentence. */
export class CannotOpenError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'CannotOpenError';
  }
}

/**
 * Opens the book: PGlite in a folder, or a PostgreSQL server by its URL; one schema and
 * one set of migrations for all.
 *
 * @param onError told of a connection that broke while nobody used it
 * @throws BookInUseError when another process holds the folder
 * @throws CannotOpenError when the folder cannot be written
 */
export async function connect(
  where: Where,
  migrationsFolder: string,
  onError: (error: Error) => void = () => {},
): Promise<Connection> {
  if (where.kind === 'url') return connectServer(where.url, migrationsFolder, onError);
  checkFolder(where.folder);
  const release = lockFolder(where.folder);
  try {
    const { PGlite } = await import('@electric-sql/pglite');
    const { pg_trgm } = await import('@electric-sql/pglite/contrib/pg_trgm');
    const { drizzle } = await import('drizzle-orm/pglite');
    const { migrate } = await import('drizzle-orm/pglite/migrator');
    if (where.fresh) beginBook(where.folder, where.fresh);
    const client = new PGlite(join(where.folder, 'pg'), { extensions: { pg_trgm } });
    await client.waitReady;
    const db = drizzle(client, { schema });
    await migrate(db, { migrationsFolder });
    await writeWords(db as unknown as Database);
    return {
      db: db as unknown as Database,
      ping: async () => void (await client.query('select 1')),
      // Nobody else has the folder.
      job: (work) => work(),
      changes: ownChanges(),
      async close() {
        await client.close();
        release();
      },
    };
  } catch (error) {
    release();
    throw error;
  }
}

/** Copies the fresh book beside the place of the new one, so that there is a whole one or none. */
function beginBook(folder: string, fresh: string): void {
  const pg = join(folder, 'pg');
  if (existsSync(pg)) return;
  const begun = join(folder, 'pg.begun');
  rmSync(begun, { recursive: true, force: true });
  cpSync(fresh, begun, { recursive: true });
  renameSync(begun, pg);
}

/** One level at a time: asked for all at once, Node.js never ends where the system has no such folders. */
function makeFolder(folder: string): void {
  if (existsSync(folder)) return;
  if (dirname(folder) !== folder) makeFolder(dirname(folder));
  mkdirSync(folder);
}

/** @throws CannotOpenError with what to do */
function checkFolder(folder: string): void {
  const another = 'Start with another folder: --data DIR.';
  try {
    makeFolder(folder);
    if (!statSync(folder).isDirectory()) throw Object.assign(new Error(), { code: 'ENOTDIR' });
    accessSync(folder, constants.R_OK | constants.W_OK);
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    const why =
      code === 'EEXIST' || code === 'ENOTDIR'
        ? 'is not a folder'
        : code === 'EACCES' || code === 'EROFS' || code === 'EPERM' || code === 'ENOENT'
          ? 'cannot be written to by this user'
          : `cannot be used (${code ?? 'unknown reason'})`;
    throw new CannotOpenError(`${folder} ${why}. ${another}`);
  }
  const pg = join(folder, 'pg');
  const begun = existsSync(pg) && statSync(pg).isDirectory();
  if (begun && !existsSync(join(pg, 'PG_VERSION'))) {
    throw new CannotOpenError(
      `${pg} holds no book, or one that was never finished. Move it away, or ${another.charAt(0).toLowerCase()}${another.slice(1)}`,
    );
  }
}

/** Long enough for a busy server, short enough that a person still waits. */
const CONNECT_MS = 5_000;
const LOCK_MS = 5_000;
const STATEMENT_MS = 60_000;
/** Of each server program; several share one database. */
export const MOST_CONNECTIONS = 8;
/** Any number, the same for all servers of one database. */
const MIGRATION_LOCK = 4_780_001;
const JOB_LOCK = 4_780_002;

async function connectServer(
  url: string,
  migrationsFolder: string,
  onError: (error: Error) => void,
): Promise<Connection> {
  const { default: pg } = await import('pg');
  const { drizzle } = await import('drizzle-orm/node-postgres');
  const { migrate } = await import('drizzle-orm/node-postgres/migrator');
  const pool = new pg.Pool({
    connectionString: url,
    max: MOST_CONNECTIONS,
    connectionTimeoutMillis: CONNECT_MS,
    lock_timeout: LOCK_MS,
    statement_timeout: STATEMENT_MS,
    idle_in_transaction_session_timeout: STATEMENT_MS,
    keepAlive: true,
  });
  // A connection that breaks while it rests must not end the program: the next request opens another.
  pool.on('error', onError);
  pool.on('connect', (client) => client.on('error', onError));
  try {
    await alone(pool, MIGRATION_LOCK, true, async (client) => {
      const db = drizzle(client, { schema });
      await migrate(db, { migrationsFolder });
      await writeWords(db);
    });
  } catch (error) {
    await pool.end();
    throw error;
  }
  const db = drizzle(pool, { schema }) as unknown as Database;
  const changes = sharedChanges(
    () => new pg.Client({ connectionString: url, keepAlive: true }),
    (text, values) => pool.query(text, values),
  );
  return {
    db,
    changes,
    job: (work, { wait } = { wait: false }) => alone(pool, JOB_LOCK, wait, work),
    ping: async () => void (await db.execute(sql`select 1`)),
    async close() {
      await changes.close();
      await pool.end();
    },
  };
}

/** While one server has a lock, the others wait for it, or leave what it is for to that one. */
async function alone<T>(
  pool: Pool,
  lock: number,
  wait: boolean,
  work: (client: PoolClient) => Promise<T>,
): Promise<T | null> {
  const client = await pool.connect();
  try {
    const ask = wait ? 'pg_advisory_lock' : 'pg_try_advisory_lock';
    if (wait) await client.query('set lock_timeout = 0; set statement_timeout = 0');
    const { rows } = await client.query<{ got: unknown }>(`select ${ask}($1) as got`, [lock]);
    return rows[0]!.got === false ? null : await work(client);
  } finally {
    // Not handed on: it may wait without end, and its lock goes with it.
    client.release(true);
  }
}
