import {
  closeSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  renameSync,
  rmSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';

const KEPT = 7;

/**
 * Writes a packed copy of the book beside its folder and keeps the newest few. The copy is synced to
 * the disk before it gets its name: the book itself runs without that, so a power cut could harm it.
 *
 * @returns the file
 */
export async function backUp(
  dump: () => Promise<Blob>,
  folder: string,
  now: Date,
): Promise<string> {
  const backups = `${folder}-backups`;
  mkdirSync(backups, { recursive: true });
  const bytes = Buffer.from(await (await dump()).arrayBuffer());
  const file = join(backups, `book-${now.toISOString().replaceAll(':', '-').slice(0, 19)}.tar.gz`);
  const handle = openSync(`${file}.part`, 'w');
  writeSync(handle, bytes);
  fsyncSync(handle);
  closeSync(handle);
  renameSync(`${file}.part`, file);
  const old = readdirSync(backups)
    .filter((name) => name.endsWith('.tar.gz'))
    .sort()
    .slice(0, -KEPT);
  for (const name of old) rmSync(join(backups, name));
  return file;
}
