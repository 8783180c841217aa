/** Where tests put what they throw away. */
import { chmodSync, mkdtempSync, rmSync, statfsSync } from 'node:fs';
import { join } from 'node:path';

const MEMORY = '/dev/shm';
const LEAST_BYTES = 4e9;

/**
 * Sends the temporary files of this process and of those it starts into memory, where there is room: each
 * book is five hundred files, and to make and delete them on a disk takes longer than most tests. They go
 * with the process. A TMPDIR that is set already is left.
 */
export function scratchInMemory() {
  if (process.env.TMPDIR || !hasRoom()) return;
  const folder = mkdtempSync(join(MEMORY, 'canter-book-tests-'));
  // PostgreSQL goes through it as another user.
  chmodSync(folder, 0o755);
  process.env.TMPDIR = folder;
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
  for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => process.exit(1));
}

function hasRoom() {
  try {
    const { bavail, bsize } = statfsSync(MEMORY);
    return bavail * bsize > LEAST_BYTES;
  } catch {
    return false;
  }
}
