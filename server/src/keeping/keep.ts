import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { rename } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createGunzip } from 'node:zlib';
import { packInto } from '../db/backup.ts';
import { CannotOpenError, connect, type Where } from '../db/connect.ts';
import { createBook, type Book } from '../repositories/book.ts';
import { peopleStore } from '../repositories/door/stores.ts';
import { linesIn } from '../repositories/bundle/format.ts';
import type { BundleReport } from '../repositories/bundle/take.ts';

/**
 * A book kept, checked, brought back, and moved between a folder and a database: on the command line, while no server has
 * it open. Each is all or nothing, and each is proved by reading the result.
 */

/** How many there are of each kind, and a check over all of them. */
export type Sums = Readonly<Record<string, { readonly count: number; readonly check: string }>>;

/** The prepared book that a new one is copied from. */
export interface Prepared {
  readonly migrations: string;
  /** An empty one, to be copied into a folder; without it each is made from nothing, which takes seconds. */
  readonly fresh?: string | undefined;
}

export interface Place extends Prepared {
  readonly where: Where;
}

async function withBook<T>(
  { where, migrations, fresh }: Place,
  work: (book: Book) => Promise<T>,
): Promise<T> {
  const connection = await connect(
    where.kind === 'folder' ? { fresh, ...where } : where,
    migrations,
  );
  try {
    return await work(createBook(connection.db));
  } finally {
    await connection.close();
  }
}

/** @throws CannotOpenError */
function mustExist({ where }: Place): void {
  if (where.kind === 'folder' && !existsSync(join(where.folder, 'pg')))
    throw new CannotOpenError(`${where.folder} holds no book.`);
}

/**
 * Invites an owner of a book that nobody sits at, such as a school's; somebody of that name is invited again, as an owner.
 * @param at the address of the book, such as https://canter.example
 * @throws CannotOpenError when there is no book, or it is open in its folder
 */
export async function inviteOwner(
  place: Place,
  name: string,
  at: string,
  now: Date,
): Promise<{ link: string; until: Date }> {
  mustExist(place);
  const connection = await connect(place.where, place.migrations);
  try {
    const people = peopleStore(connection.db);
    const rights = { role: 'owner', riderId: null, horseIds: [] } as const;
    const known = await people.byName(name);
    if (known) await people.grant(known.id, rights);
    const person = known ?? (await people.add(name, rights, now))!;
    const { code, expiresAt } = await people.invite(person.id, now);
    return { link: `${at}/pair#invite:${code}`, until: expiresAt };
  } finally {
    await connection.close();
  }
}

async function* bytesOf(parts: AsyncIterable<string>): AsyncGenerator<Buffer> {
  for await (const part of parts) yield Buffer.from(part);
}

const linesOf = (parts: AsyncIterable<string>) => linesIn(bytesOf(parts));

/** The kinds of the lines of a book file, each summed up. The head has the moment it was written and does not count. */
export async function sumsOf(lines: AsyncIterable<string>): Promise<Sums> {
  const sums = new Map<string, { count: number; hash: ReturnType<typeof createHash> }>();
  for await (const line of lines) {
    if (line === '') continue;
    const kind = /^\{"([a-zA-Z]+)"/.exec(line)?.[1] ?? '?';
    if (kind === 'canterBook' || kind === 'end') continue;
    const sum = sums.get(kind) ?? { count: 0, hash: createHash('sha256') };
    sum.count++;
    sum.hash.update(`${line}\n`);
    sums.set(kind, sum);
  }
  return Object.fromEntries(
    [...sums].map(([kind, { count, hash }]) => [kind, { count, check: hash.digest('hex') }]),
  );
}

const sumsIn = (book: Book): Promise<Sums> => sumsOf(linesOf(book.exportLines(new Date())));

/** The kinds in which two books differ. */
export const differences = (a: Sums, b: Sums): string[] =>
  [...new Set([...Object.keys(a), ...Object.keys(b)])].filter(
    (kind) => a[kind]?.check !== b[kind]?.check,
  );

const linesInFile = (file: string): AsyncIterable<string> => {
  const bytes = createReadStream(file);
  return linesIn(file.endsWith('.gz') ? bytes.pipe(createGunzip()) : bytes);
};

/**
 * Writes the book into a packed file, and opens and counts it again.
 * @throws CannotOpenError when there is no book, it is open, or the file is there already
 */
export async function backup(place: Place, file: string): Promise<Sums> {
  mustExist(place);
  if (existsSync(file)) throw new CannotOpenError(`${file} is there already. Name another.`);
  const part = `${file}.part`;
  try {
    const sums = await withBook(place, async (book) => {
      await packInto(createWriteStream(part), book.exportLines(new Date()));
      return sumsIn(book);
    });
    await rename(part, file);
    const checked = await check(file, place);
    const differs = differences(sums, checked);
    if (differs.length > 0)
      throw new Error(`The file does not hold what the book does: ${differs.join(', ')}.`);
    return sums;
  } finally {
    rmSync(part, { force: true });
  }
}

/**
 * Opens a book file as a book of its own, for the time of looking at it.
 * @throws CannotOpenError when it is not whole
 */
export async function check(file: string, { migrations, fresh }: Prepared): Promise<Sums> {
  if (!existsSync(file)) throw new CannotOpenError(`${file} is not there.`);
  const folder = mkdtempSync(join(tmpdir(), 'canter-book-check-'));
  try {
    const place: Place = { where: { kind: 'folder', folder }, migrations, fresh };
    return await withBook(place, async (book) => {
      const report = await book
        .importLines(linesInFile(file), { check: false })
        // What is missing from it is missed by what names it.
        .catch(() => {
          throw new CannotOpenError(`${file} is damaged. Take another copy.`);
        });
      whole(report, file);
      return sumsIn(book);
    });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

function whole(report: BundleReport, what: string): void {
  if (report.whole && report.refusedCount === 0) return;
  const [first] = report.refused;
  throw new CannotOpenError(
    first
      ? `${what} is damaged: line ${first.line} ${first.why}. Take another copy.`
      : `${what} is cut short or was changed. Take another copy.`,
  );
}

/**
 * Brings a book file back into an empty place.
 * @throws CannotOpenError when the place holds a book already, or the file is not whole
 */
export async function restore(file: string, place: Place): Promise<Sums> {
  // Looked at first: what is damaged must not leave half a book.
  const sums = await check(file, place);
  return intoEmpty(place, file, sums, () => linesInFile(file));
}

/**
 * Moves a book from one place to another, which must be empty; the old one stays as it is.
 * @throws CannotOpenError
 */
export async function move(from: Place, to: Place): Promise<Sums> {
  mustExist(from);
  return withBook(from, async (book) => {
    const sums = await sumsIn(book);
    return intoEmpty(to, 'The book', sums, () => linesOf(book.exportLines(new Date())));
  });
}

async function intoEmpty(
  place: Place,
  what: string,
  sums: Sums,
  lines: () => AsyncIterable<string>,
): Promise<Sums> {
  return withBook(place, async (book) => {
    if ((await book.size()) > 0)
      throw new CannotOpenError(
        'There is a book already at that place. Nothing was changed; name an empty one.',
      );
    whole(await book.importLines(lines(), { check: false }), what);
    const there = await sumsIn(book);
    const differs = differences(sums, there);
    if (differs.length > 0)
      throw new Error(`What arrived is not what was sent: ${differs.join(', ')}.`);
    return there;
  });
}
