/** A new, empty book: the data folder of its database, migrated, to be copied where a book begins. */
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { root } from './setup.mjs';

const MIGRATIONS = join(root, 'server/src/db/migrations');

/** What a fresh book is made from; another database or another table makes another book. */
function madeFrom() {
  const hash = createHash('sha256');
  for (const path of ['package-lock.json', 'tools/freshBook.mjs'])
    hash.update(readFileSync(join(root, path)));
  const files = readdirSync(MIGRATIONS, { recursive: true }).filter((f) => /\.(sql|json)$/.test(f));
  for (const file of files.sort()) hash.update(file).update(readFileSync(join(MIGRATIONS, file)));
  return hash.digest('hex');
}

/** Makes it in a folder, unless it is there already. */
export async function freshBook(folder) {
  const stamp = `${folder}.made-from`;
  const wanted = madeFrom();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  rmSync(stamp, { force: true });
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(dirname(folder), { recursive: true });
  const { PGlite } = await import('@electric-sql/pglite');
  const { drizzle } = await import('drizzle-orm/pglite');
  const { migrate } = await import('drizzle-orm/pglite/migrator');
  const { pg_trgm } = await import('@electric-sql/pglite/contrib/pg_trgm');
  const client = new PGlite(folder, { extensions: { pg_trgm } });
  await migrate(drizzle(client), { migrationsFolder: MIGRATIONS });
  // What databases are made from: none is ever made in a book, and they are half of the files to copy.
  await client.exec(`update pg_database set datistemplate = false where datname <> 'postgres'`);
  for (const name of ['template0', 'template1']) await client.exec(`drop database ${name}`);
  await client.exec('checkpoint');
  await client.close();
  writeFileSync(stamp, wanted);
}

/** Where the tests and whoever starts from source find it. */
export const FRESH_BOOK = join(root, '.cache/fresh-book');
