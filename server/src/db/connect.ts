import { join } from 'node:path';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import * as schema from './schema.ts';
import { lockFolder } from './lock.ts';

export type Database = PgDatabase<PgQueryResultHKT, typeof schema>;

export interface Connection {
  readonly db: Database;
  /** A packed copy of the whole book; null where the database keeps its own backups. */
  readonly dump: (() => Promise<Blob>) | null;
  close(): Promise<void>;
}

export type Where =
  | { readonly kind: 'memory' }
  | { readonly kind: 'folder'; readonly folder: string }
  | { readonly kind: 'url'; readonly url: string };

/**
 * Opens the book: PGlite in a folder or in memory, or a PostgreSQL server by its URL; one schema and
 * one set of migrations for all.
 *
 * @throws BookInUseError when another process holds the folder
 */
export async function connect(where: Where, migrationsFolder: string): Promise<Connection> {
  if (where.kind === 'url') return connectServer(where.url, migrationsFolder);
  const release = where.kind === 'folder' ? lockFolder(where.folder) : () => {};
  try {
    const { PGlite } = await import('@electric-sql/pglite');
    const { drizzle } = await import('drizzle-orm/pglite');
    const { migrate } = await import('drizzle-orm/pglite/migrator');
    const client = where.kind === 'folder' ? new PGlite(join(where.folder, 'pg')) : new PGlite();
    await client.waitReady;
    const db = drizzle(client, { schema });
    await migrate(db, { migrationsFolder });
    return {
      db: db as unknown as Database,
      dump: () => client.dumpDataDir('gzip') as Promise<Blob>,
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

async function connectServer(url: string, migrationsFolder: string): Promise<Connection> {
  const { Pool } = (await import('pg')).default;
  const { drizzle } = await import('drizzle-orm/node-postgres');
  const { migrate } = await import('drizzle-orm/node-postgres/migrator');
  const pool = new Pool({ connectionString: url });
  const db = drizzle(pool, { schema });
  await migrate(db, { migrationsFolder });
  return { db: db as unknown as Database, dump: null, close: () => pool.end() };
}
