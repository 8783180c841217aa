import { mkdtemp, rm } from 'node:fs/promises';
import { createServer } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import request from 'supertest';
import type { AppDeps } from '../deps.ts';
import { credentialsIn } from '../phones/authority.ts';
import type { Whose } from '../repositories/door/devices.ts';
import { COOKIE } from '../routes/access.ts';
import { openTestApp } from './app.ts';

/** For tests: a book that is asked by its own machine and by others over TLS, who trust nothing but its authority. */

export const NAMES = { dns: ['localhost', 'yard.test'], ip: ['127.0.0.1', '192.168.7.20'] };

export async function openOverTls(more: Partial<AppDeps> = {}) {
  const folder = await mkdtemp(join(tmpdir(), 'canter-book-phones-'));
  const book = await openTestApp({ hosts: ['yard.test'], ...more });
  const credentials = await credentialsIn(folder, NAMES, new Date());
  const tls = createServer(credentials, book.app);
  return {
    ...book,
    credentials,
    tls,
    /** Whoever sits at the machine of the book. */
    machine: () => request(book.app),
    phone(secret?: string) {
      const agent = request.agent(tls, { ca: credentials.authority.pem });
      if (secret) agent.set('Cookie', `${COOKIE}=${secret}`);
      return agent;
    },
    /** Paired behind the door, which lets nobody try often. */
    async paired(whose: Partial<Whose> = {}): Promise<string> {
      const all = { ...INSTRUCTOR, ...whose };
      const { code } = await book.devices.offer(all, new Date());
      return (await book.devices.pair(code, 'device', new Date()))!.secret;
    },
    async close() {
      await book.close();
      await rm(folder, { recursive: true });
    },
  };
}

export const INSTRUCTOR: Whose = {
  person: 'Rowan Ashdown',
  role: 'instructor',
  riderId: null,
  horseIds: [],
};

/** What a device was given to show. */
export const secretIn = (headers: object): string | null =>
  new RegExp(`${COOKIE}=([^;]+)`).exec(
    String((headers as Record<string, unknown>)['set-cookie']),
  )?.[1] ?? null;
