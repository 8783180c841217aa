import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { createGunzip } from 'node:zlib';
import { backupFolder, backUp, copiesIn, type Copy } from '../db/backup.ts';
import type { Book } from '../repositories/book.ts';
import { linesIn } from '../repositories/bundle/format.ts';
import type { BundleReport } from '../repositories/bundle/take.ts';

/** Whoever closes the book does not wait for ever; the next copy is made when it is open again. */
const CLOSING_COPY_MS = 60_000;

/** The copies of a book in a folder: made when something has changed, one at a time. */
export class Copies {
  /** A copy may be missing from before. */
  private stale = true;
  private abort = new AbortController();
  private running: Promise<string | null> | null = null;

  constructor(
    private readonly book: Book,
    private readonly folder: string,
    /** Tells whoever closes the book. */
    private readonly say: (line: string) => void,
    private readonly onError: (error: unknown) => void,
  ) {}

  /** The newest first. */
  list(): Copy[] {
    return copiesIn(this.folder);
  }

  /** Writes one now, whether anything has changed or not. */
  async writeNow(): Promise<string | null> {
    await this.running;
    this.stale = true;
    return this.keep();
  }

  /**
   * Reads a copy from its first line to its last, as an import would.
   * @returns null when there is no such copy
   */
  async check(name: string): Promise<BundleReport | null> {
    if (!this.list().some((copy) => copy.name === name)) return null;
    const bytes = createReadStream(join(backupFolder(this.folder), name)).pipe(createGunzip());
    return this.book.importLines(linesIn(bytes), { check: true });
  }

  changed(): void {
    this.stale = true;
  }

  giveUp(): void {
    this.abort.abort();
  }

  /** @returns why no copy could be written, null when there is one of all that the book has */
  keep(): Promise<string | null> {
    this.running ??= this.write().finally(() => (this.running = null));
    return this.running;
  }

  /** The last one before the book is closed. */
  async keepLast(): Promise<string | null> {
    await this.running;
    if (!this.stale) return null;
    const told = setTimeout(
      () => this.say('Writing a safety copy … Ctrl-C again closes without it.'),
      2_000,
    );
    const enough = setTimeout(() => this.giveUp(), CLOSING_COPY_MS);
    const missing = await this.keep();
    clearTimeout(told);
    clearTimeout(enough);
    return missing;
  }

  private async write(): Promise<string | null> {
    if (!this.stale) return null;
    this.stale = false;
    const { book, folder } = this;
    try {
      const lines = (now: Date) => book.exportLines(now);
      await backUp({ lines, size: () => book.size(), folder }, new Date(), this.abort.signal);
      return null;
    } catch (error) {
      this.stale = true;
      if (this.abort.signal.aborted) return 'it was given up.';
      this.onError(error);
      const { code } = error as NodeJS.ErrnoException;
      return code === 'ENOSPC'
        ? 'the disk is full.'
        : `it failed (${code ?? (error as Error).name}).`;
    }
  }
}
