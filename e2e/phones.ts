import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Browser, type Page } from '@playwright/test';
import { BROWSER } from './browser.ts';
import { BookServer } from './server.ts';

/**
 * Other devices on the yard's network: they find the book under a name that is not this machine's own, with the authority
 * of the book in the browser's own store. No certificate error is overlooked anywhere.
 */

export const NAME = 'yard.test';

export class Yard {
  private readonly home = mkdtempSync(join(tmpdir(), 'canter-book-phone-'));
  private readonly open: Browser[] = [];

  private constructor(readonly server: BookServer) {}

  static async open(): Promise<Yard> {
    return new Yard(await BookServer.with({ ALLOWED_HOSTS: NAME }, '--demo', '--phones'));
  }

  get book(): string {
    return `https://${NAME}:${this.server.httpsPort}`;
  }

  /** As a phone's settings do it. */
  trust(): void {
    const store = join(this.home, '.pki/nssdb');
    if (existsSync(store)) return;
    mkdirSync(store, { recursive: true });
    const certutil = (...args: string[]) =>
      execFileSync('certutil', [...args, '-d', `sql:${store}`]);
    certutil('-N', '--empty-password');
    const authority = join(this.server.folder, 'phones/authority.crt');
    certutil('-A', '-n', 'Canter Book', '-t', 'C,,', '-i', authority);
  }

  /** A browser of its own, as another device has. */
  async phone(): Promise<Page> {
    const browser = await chromium.launch({
      executablePath: BROWSER,
      env: { ...process.env, HOME: this.home } as Record<string, string>,
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        `--host-resolver-rules=MAP ${NAME} 127.0.0.1`,
      ],
    });
    this.open.push(browser);
    const context = await browser.newContext({
      viewport: { width: 390, height: 844 },
      locale: 'en-GB',
    });
    return context.newPage();
  }

  async close(): Promise<void> {
    for (const browser of this.open) await browser.close();
    await this.server.remove();
    rmSync(this.home, { recursive: true, force: true });
  }
}
