// The package has no types of its own, and is also compiled from the benches.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="../types/fs-native-extensions.d.ts" />
import { closeSync, mkdirSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { hostname } from 'node:os';
import { join } from 'node:path';
import { tryLock } from 'fs-native-extensions';

/** Another process has this book open. */
export class BookInUseError extends Error {
  constructor(
    readonly folder: string,
    readonly holder: Holder | null,
  ) {
    const who = holder ? ` (process ${holder.pid}) on ${holder.host}` : '';
    super(
      `The book in ${folder} is already open in another program${who}. ` +
        'Close that one first, or start this one with another folder: --data DIR. Nothing was changed.',
    );
    this.name = 'BookInUseError';
  }
}

/** Who holds the folder: told to the one who is refused, never relied on. */
interface Holder {
  readonly pid: number;
  readonly host: string;
}

/**
 * Takes a folder for this process. PGlite has no lock of its own: two processes on one folder both
 * open it, and committed rows vanish.
 *
 * The lock is the operating system's, on an open file: it ends with the process, however that ends, so
 * there is none to be found stale, and it holds between containers that share the folder. Its file stays:
 * deleting it would let two processes lock two files of one name.
 *
 * @returns gives the folder back
 * @throws BookInUseError when another process holds it
 */
export function lockFolder(folder: string): () => void {
  mkdirSync(folder, { recursive: true });
  const file = openSync(join(folder, 'lock'), 'a+');
  const note = join(folder, 'in-use.json');
  if (!tryLock(file)) {
    closeSync(file);
    throw new BookInUseError(folder, readHolder(note));
  }
  const mine: Holder = { pid: process.pid, host: hostname() };
  writeFileSync(note, JSON.stringify(mine));
  return () => {
    rmSync(note, { force: true });
    closeSync(file);
  };
}

function readHolder(file: string): Holder | null {
  try {
    const { pid, host } = JSON.parse(readFileSync(file, 'utf8')) as Partial<Holder>;
    return typeof pid === 'number' ? { pid, host: host ?? 'this machine' } : null;
  } catch {
    return null;
  }
}
