import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { AddressInfo } from 'node:net';
import type { Server } from 'node:http';
import pino from 'pino';
import { v7 } from 'uuid';
import { createApp } from './app.ts';
import { connect } from './db/connect.ts';
import { createBook } from './repositories/book.ts';
import { doorStores } from './repositories/door/stores.ts';
import { MIGRATIONS, openTestApp, someHorse } from './testing/app.ts';

/** What one page saves, the others hear of. */

interface Heard {
  readonly event: string;
  readonly data: unknown;
}

let book: Awaited<ReturnType<typeof openTestApp>>;
let server: Server;
const ends: (() => unknown)[] = [];
beforeAll(async () => {
  book = await openTestApp();
  server = await listening(book.app);
}, 60_000);
afterAll(async () => {
  for (const end of ends) await end();
  server.closeAllConnections();
  server.close();
  await book.close();
});

async function listening(app: typeof book.app): Promise<Server> {
  const opened = app.listen(0, '127.0.0.1');
  await new Promise((done) => opened.once('listening', done));
  return opened;
}
const urlOf = (of: Server) => `http://127.0.0.1:${(of.address() as AddressInfo).port}`;

/** Everything a page hears, as it comes. */
async function page(of = server) {
  const client = v7();
  const heard: Heard[] = [];
  const stop = new AbortController();
  ends.push(() => stop.abort());
  const answer = await fetch(`${urlOf(of)}/api/live?client=${client}`, { signal: stop.signal });
  expect(answer.headers.get('content-type')).toBe('text/event-stream');
  let text = '';
  void (async () => {
    for await (const part of answer.body!) {
      text += Buffer.from(part).toString();
      const whole = text.split('\n\n');
      text = whole.pop()!;
      for (const one of whole) {
        const [, event, data] = /event: ([a-z-]+)\ndata: (.*)/.exec(one) ?? [];
        // A server that has just begun to listen may have missed something, and says so.
        if (event && !data!.includes('"*"')) heard.push({ event, data: JSON.parse(data!) });
      }
    }
  })().catch(() => {});
  const send = (path: string, method: string, body: object) =>
    fetch(`${urlOf(of)}/api/${path}`, {
      method,
      headers: { 'Content-Type': 'application/json', 'X-Client': client },
      body: JSON.stringify(body),
    });
  return { client, heard, send, close: () => stop.abort() };
}
async function until(holds: () => boolean): Promise<void> {
  for (let i = 0; i < 200 && !holds(); i++) await new Promise((done) => setTimeout(done, 25));
  expect(holds()).toBe(true);
}

test('a save is told to the others, not to the one who saved, and never what is in it', async () => {
  const [mine, other] = [await page(), await page()];
  const horse = someHorse({ name: 'Secret' });
  expect((await mine.send(`horses/${horse.id}`, 'PUT', horse)).status).toBe(200);
  await until(() => other.heard.length > 0);
  expect(other.heard).toEqual([{ event: 'change', data: { resource: 'horses' } }]);
  // What is refused has changed nothing.
  expect((await mine.send(`horses/${v7()}`, 'PUT', horse)).status).toBe(400);
  expect((await mine.send(`horses/${horse.id}`, 'PUT', { ...horse, revision: 1 })).status).toBe(
    200,
  );
  await until(() => other.heard.length > 1);
  expect(other.heard).toHaveLength(2);
  expect(mine.heard).toEqual([]);
});

test('who has the same lesson open is told, until the page is closed', async () => {
  const [mine, other] = [await page(), await page()];
  const lesson = v7();
  for (const { client, send } of [mine, other]) await send('live/open', 'POST', { client, lesson });
  const last = (of: typeof mine) => of.heard.findLast((h) => h.event === 'open-lesson')?.data;
  const others = ['the machine of the book'];
  await until(() => JSON.stringify(last(mine)) === JSON.stringify({ lesson, others }));
  await until(() => JSON.stringify(last(other)) === JSON.stringify({ lesson, others }));
  other.close();
  await until(() => JSON.stringify(last(mine)) === JSON.stringify({ lesson, others: [] }));
});

describe('two servers of one book', () => {
  test('tell each other', async () => {
    if (book.where.kind !== 'url') return;
    const connection = await connect(book.where, MIGRATIONS);
    ends.push(() => connection.close());
    const second = await listening(
      createApp({
        book: createBook(connection.db),
        ...doorStores(connection.db),
        changes: connection.changes,
        logger: pino({ level: 'silent' }),
        demo: null,
        ping: () => connection.ping(),
      }),
    );
    ends.push(() => (second.closeAllConnections(), second.close()));
    const [here, there] = [await page(), await page(second)];
    const isHeard = () =>
      there.heard.some((h) => JSON.stringify(h.data) === '{"resource":"horses"}');
    // The second server may not be listening yet: what comes later is heard.
    for (let i = 0; i < 50 && !isHeard(); i++) {
      const horse = someHorse();
      await here.send(`horses/${horse.id}`, 'PUT', horse);
      await new Promise((done) => setTimeout(done, 100));
    }
    expect(isHeard()).toBe(true);
  }, 30_000);
});
