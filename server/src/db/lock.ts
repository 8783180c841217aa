import { closeSync, mkdirSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs';
import { join } from 'node:path';

/** Another process has this book open. */
export class BookInUseError extends Error {
  constructor(
    readonly folder: string,
    readonly pid: number,
  ) {
    super(
      `The book in ${folder} is already open in another program (process ${pid}). ` +
        'Close that one first, or start this one with another folder: --data DIR. Nothing was changed.',
    );
    this.name = 'BookInUseError';
  }
}

interface Holder {
  pid: number;
  startedAt: string | null;
}

/**
 * When a process began, in clock ticks since boot: tells a living holder from a stranger that was
 * given the same number later. Null where the system does not say.
 */
function startOf(pid: number): string | null {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19] ?? null;
  } catch {
    return null;
  }
}

function isAlive({ pid, startedAt }: Holder): boolean {
  try {
    process.kill(pid, 0);
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
  const now = startOf(pid);
  return startedAt === null || now === null || now === startedAt;
}

/**
 * Takes a folder for this process. PGlite has no lock of its own: two processes on one folder both
 * open it, and committed rows vanish.
 *
 * @returns gives the folder back
 * @throws BookInUseError when a living process holds it; a lock left by a dead one is taken over
 */
export function lockFolder(folder: string): () => void {
  mkdirSync(folder, { recursive: true });
  const file = join(folder, 'in-use.json');
  const mine: Holder = { pid: process.pid, startedAt: startOf(process.pid) };
  for (let attempt = 0; attempt < 3; attempt++) {
    try {
      const handle = openSync(file, 'wx');
      writeSync(handle, JSON.stringify(mine));
      closeSync(handle);
      return () => rmSync(file, { force: true });
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
    }
    const holder = readHolder(file);
    if (holder && isAlive(holder)) throw new BookInUseError(folder, holder.pid);
    rmSync(file, { force: true });
  }
  throw new BookInUseError(folder, readHolder(file)?.pid ?? 0);
}

function readHolder(file: string): Holder | null {
  try {
    return JSON.parse(readFileSync(file, 'utf8')) as Holder;
  } catch {
    return null;
  }
}
