import { once } from 'node:events';
import { createHash } from 'node:crypto';
import {
  createReadStream,
  createWriteStream,
  existsSync,
  mkdirSync,
  readdirSync,
  rmSync,
  type WriteStream,
} from 'node:fs';
import { open, rename, statfs } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { linesIn } from '../repositories/bundle/format.ts';

/**
 * Copies of the book beside its folder, as packed book files: the page Book takes one in again. They are
 * written a page at a time, so they need little memory, and others are answered meanwhile. A copy is synced
 * to the disk and read back before it gets its name: the book itself runs without syncing, so a power cut
 * could harm it.
 */

export interface Backups {
  /** The lines of a book file. */
  lines(now: Date): AsyncIterable<string>;
  /** How many records the book has. */
  size(): Promise<number>;
  readonly folder: string;
}

export const backupFolder = (folder: string): string => `${folder}-backups`;

/**
 * Writes a copy, and lets go of those that are no longer needed.
 *
 * @param signal gives up: nothing half-written stays
 * @returns the file
 * @throws Error when it could not be written or does not read back as it was written
 */
export async function backUp(
  { lines, size, folder }: Backups,
  now: Date,
  signal?: AbortSignal,
): Promise<string> {
  const backups = backupFolder(folder);
  mkdirSync(backups, { recursive: true });
  const file = join(backups, nameOf({ at: now, records: await size() }));
  const part = `${file}.part`;
  signal?.throwIfAborted();
  const target = createWriteStream(part);
  try {
    await packInto(target, lines(now), signal);
    await verify(part, signal);
    await rename(part, file);
  } catch (error) {
    // Broken off before it was opened, the file would still come into being afterwards.
    if (!target.closed) await once(target, 'close');
    rmSync(part, { force: true });
    throw error;
  }
  for (const { name } of dropped(copiesIn(folder), now))
    rmSync(join(backups, name), { force: true });
  return file;
}

/** Packs the lines of a book file, and syncs them to the disk. */
export async function packInto(
  target: WriteStream,
  lines: AsyncIterable<string>,
  signal?: AbortSignal,
): Promise<void> {
  await pipeline(Readable.from(lines), createGzip({ level: 4 }), target, {
    ...(signal && { signal }),
  });
  const handle = await open(target.path, 'r+');
  await handle.sync();
  await handle.close();
}

/** Reads a copy to its end and holds it against its own check. */
async function verify(file: string, signal?: AbortSignal): Promise<void> {
  const hash = createHash('sha256');
  let end: string | null = null;
  const bytes = createReadStream(file, signal ? { signal } : {}).pipe(createGunzip());
  for await (const line of linesIn(bytes)) {
    if (end !== null) hash.update(`${end}\n`);
    end = line;
  }
  const said = (JSON.parse(end ?? 'null') as { end?: { check?: string } } | null)?.end?.check;
  if (said !== hash.digest('hex'))
    throw new Error('The copy does not read back as it was written.');
}

export interface Copy {
  readonly name: string;
  readonly at: Date;
  /** Of the book at that time. */
  readonly records: number;
}

/** Those beside a folder, the newest first. */
export function copiesIn(folder: string): Copy[] {
  const backups = backupFolder(folder);
  if (!existsSync(backups)) return [];
  const copies = readdirSync(backups).flatMap((name) => copyNamed(name) ?? []);
  return copies.sort((a, b) => b.at.getTime() - a.at.getTime());
}

const nameOf = ({ at, records }: Omit<Copy, 'name'>): string =>
  `book-${at.toISOString().replaceAll(':', '-').slice(0, 19)}-${records}-records.jsonl.gz`;

function copyNamed(name: string): Copy | null {
  const found = /^book-(\d{4}-\d\d-\d\d)T(\d\d)-(\d\d)-(\d\d)-(\d+)-records\.jsonl\.gz$/.exec(name);
  if (!found) return null;
  const [, day, h, m, s, records] = found;
  return { name, at: new Date(`${day}T${h}:${m}:${s}Z`), records: Number(records) };
}

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;

/** Of each span one copy, the newest: many of today, some of last week, a few of last year. */
const SPANS: readonly { readonly spanMs: number; readonly untilMs: number }[] = [
  { spanMs: HOUR_MS, untilMs: DAY_MS },
  { spanMs: DAY_MS, untilMs: 14 * DAY_MS },
  { spanMs: 7 * DAY_MS, untilMs: 8 * 7 * DAY_MS },
  { spanMs: 30 * DAY_MS, untilMs: 366 * DAY_MS },
];

/**
 * The copies that may go. However often an empty or a half-empty book is opened and copied, the newest
 * copy with anything in it and the fullest one stay.
 */
export function dropped(copies: readonly Copy[], now: Date): Copy[] {
  const newestFirst = [...copies].sort((a, b) => b.at.getTime() - a.at.getTime());
  const kept = new Set<Copy>(newestFirst.slice(0, 1));
  const keep = (copy: Copy | undefined) => copy && kept.add(copy);
  keep(newestFirst.find((c) => c.records > 0));
  keep(
    newestFirst.reduce<Copy | undefined>(
      (a, c) => (a && a.records >= c.records ? a : c),
      undefined,
    ),
  );
  for (const { spanMs, untilMs } of SPANS) {
    const taken = new Set<number>();
    for (const copy of newestFirst) {
      const span = Math.floor(copy.at.getTime() / spanMs);
      if (now.getTime() - copy.at.getTime() > untilMs || taken.has(span)) continue;
      taken.add(span);
      kept.add(copy);
    }
  }
  return newestFirst.filter((copy) => !kept.has(copy));
}

/** Free bytes on the disk of a folder, for this user. */
export async function freeBytesOf(folder: string): Promise<number> {
  const { bavail, bsize } = await statfs(dirname(join(folder, 'pg')));
  return bavail * bsize;
}
