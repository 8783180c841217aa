import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { sql } from 'drizzle-orm';
import pino from 'pino';
import request from 'supertest';
import { v7 } from 'uuid';
import type { Observation } from '@canter-book/core/observations/observation';
import { createApp } from './app.ts';
import { connect, MOST_CONNECTIONS, type Connection } from './db/connect.ts';
import { doorStores } from './repositories/door/stores.ts';
import { createBook } from './repositories/book.ts';
import { problemOf } from './routes/errors.ts';
import {
  freshPlace,
  MIGRATIONS,
  openTestApp,
  someHorse,
  someLesson,
  someSession,
} from './testing/app.ts';

/** Several writers at once, also from two servers on one database where the database allows it. */

let first: Awaited<ReturnType<typeof openTestApp>>;
let other: Connection | null = null;
let books: ReturnType<typeof createBook>[];
beforeAll(async () => {
  first = await openTestApp();
  books = [first.book];
  if (first.where.kind === 'url') {
    other = await connect(first.where, MIGRATIONS);
    books.push(createBook(other.db));
  }
}, 60_000);
afterAll(async () => {
  await other?.close();
  await first.close();
});

const WRITERS = 50;
const anyBook = (i: number) => books[i % books.length]!;

describe('many writers at once', () => {
  test('each save that is confirmed is there: none is written over', async () => {
    const { horses } = first.book;
    const id = (await horses.save(someHorse({ notes: '' }))).id;
    const confirmed: string[] = [];
    await Promise.all(
      Array.from({ length: WRITERS }, async (_, i) => {
        for (let tries = 0; tries < 6; tries++) {
          const book = anyBook(i + tries);
          const now = (await book.horses.get(id))!;
          const saved = await book.horses
            .save({ ...now, notes: `${now.notes}${i} ` })
            .catch(() => null);
          if (!saved) continue;
          confirmed.push(String(i));
          return;
        }
      }),
    );
    const { notes, revision } = (await horses.get(id))!;
    expect(notes.trim().split(' ').sort()).toEqual(confirmed.sort());
    expect(revision).toBe(confirmed.length + 1);
    expect(confirmed.length).toBeGreaterThan(5);
  });

  test('one new document sent by many is stored once, and everybody is answered', async () => {
    const horse = someHorse({ name: 'Once' });
    const saved = await Promise.all(
      Array.from({ length: WRITERS }, (_, i) => anyBook(i).horses.save(horse)),
    );
    expect(new Set(saved.map((h) => h.revision))).toEqual(new Set([1]));
    const names = Array.from({ length: 10 }, (_, i) => `Name ${i}`);
    const id = v7();
    const results = await Promise.allSettled(
      names.map((name, i) => anyBook(i).horses.save(someHorse({ id, name }))),
    );
    expect(results.filter((r) => r.status === 'fulfilled')).toHaveLength(1);
    for (const r of results)
      if (r.status === 'rejected') expect(problemOf(r.reason).status).toBe(409);
  });

  test('readings that are kept are those of all that was seen, however appends and reads meet', async () => {
    const horse = await first.book.horses.save(someHorse());
    const sessions = await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        first.book.sessions.save(someSession(horse.id, { date: `2026-03-${10 + i}` })),
      ),
    );
    const markOf = (sessionId: string): Observation => ({
      id: v7(),
      sessionId,
      at: '2026-03-10T10:00:00.000Z',
      kind: 'mark',
      scale: 'rhythm',
      rein: 'left',
      value: 6,
    });
    await Promise.all(
      sessions.flatMap(({ id }, i) => [
        anyBook(i).observations.append([markOf(id)]),
        anyBook(i + 1).evidence.readings(horse.id),
        anyBook(i).evidence.snapshots([horse.id]),
      ]),
    );
    const { readings } = await first.book.evidence.readings(horse.id);
    expect(readings).toHaveLength(sessions.length);
  });
});

test('a long list is what is stored, whoever wrote it, also when nothing of a row but its horse has changed', async () => {
  const { book: one, db } = first;
  // As another server has it, with a memory of its own.
  const two = createBook(db);
  const same = async () => {
    const [a, b, stored] = [await one.lessons.list(), await two.lessons.list(), await fresh()];
    expect(a).toEqual(stored);
    expect(b).toEqual(stored);
    expect(await one.horses.list()).toEqual(await two.horses.list());
    return a;
  };
  const fresh = () => createBook(db).lessons.list();
  const horse = await one.horses.save(someHorse({ name: 'Listed' }));
  const lesson = await two.lessons.save(someLesson({ horseId: horse.id, title: 'Before' }));
  expect((await same())[0]).toMatchObject({ title: 'Before', horseId: horse.id });
  const later = { ...lesson, title: 'After', updatedAt: '2027-05-01T08:00:00.000Z' };
  await two.lessons.save(later);
  expect((await same())[0]).toMatchObject({ title: 'After', revision: 2 });
  await one.horses.remove(horse.id);
  expect((await same())[0]).toMatchObject({ horseId: null });
  expect((await one.lessons.list(['after']))[0]).toMatchObject({ title: 'After' });
  await one.lessons.remove(lesson.id);
  expect((await same()).map((l) => l.id)).not.toContain(lesson.id);
  const many = Array.from({ length: 250 }, (_, i) => someLesson({ title: `Many ${i}` }));
  await one.addAll('lesson', many);
  expect((await same()).length).toBeGreaterThanOrEqual(250);
  for (const { id } of many) await two.lessons.remove(id);
  await same();
});

test('servers that start together on an empty database all open it', async () => {
  const { where, drop } = await freshPlace();
  if (where.kind !== 'url') return drop();
  const opened = await Promise.all(Array.from({ length: 6 }, () => connect(where, MIGRATIONS)));
  await Promise.all(opened.map((c) => c.ping()));
  await Promise.all(opened.map((c) => c.close()));
  return drop();
}, 60_000);

test('a job is done by one server at a time: the others leave it, or wait for their turn', async () => {
  const { where, drop } = await freshPlace();
  if (where.kind !== 'url') return drop();
  const servers = await Promise.all([connect(where, MIGRATIONS), connect(where, MIGRATIONS)]);
  const [one, two] = servers;
  let finish = () => {};
  const done = new Promise<void>((resolve) => (finish = resolve));
  let began = () => {};
  const isUnderWay = new Promise<void>((resolve) => (began = resolve));
  const order: string[] = [];
  const long = one.job(async () => {
    began();
    await done;
    order.push('first');
  });
  await isUnderWay;
  expect(await two.job(() => Promise.resolve('done'))).toBeNull();
  const next = two.job(() => Promise.resolve(order.push('second')), { wait: true });
  finish();
  await Promise.all([long, next]);
  expect(order).toEqual(['first', 'second']);
  // What fails lets the next one at it.
  await expect(one.job(() => Promise.reject(new Error('no')))).rejects.toThrow('no');
  expect(await two.job(() => Promise.resolve('done'))).toBe('done');
  await Promise.all(servers.map((c) => c.close()));
  return drop();
}, 60_000);

describe('a database that goes away', () => {
  const broken = (error: Error & { code?: string }) =>
    createApp({
      book: first.book,
      ...doorStores(first.db),
      logger: pino({ level: 'silent' }),
      demo: null,
      ping: () => Promise.reject(new Error('Failed query', { cause: error })),
    });

  test.each(['57P01', '53300', '55P03', '57014', '08006', 'ECONNREFUSED'])(
    '%s is answered with "waiting", and when to come back',
    async (code) => {
      const app = broken(Object.assign(new Error('x'), { code }));
      const answer = await request(app).get('/api/health').expect(503);
      expect(answer.type).toBe('application/problem+json');
      expect(answer.headers['retry-after']).toBe('2');
      expect(answer.body.title).toContain('waiting');
    },
  );

  test('its connections are ended in the middle: the program stays, and goes on', async () => {
    if (first.where.kind !== 'url') return;
    const connection = await connect(first.where, MIGRATIONS);
    const book = createBook(connection.db);
    const ended: number[] = [];
    for (let round = 0; round < 5; round++) {
      const asked = Array.from({ length: 6 }, () => book.horses.list());
      await first.db.execute(
        sql`select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()`,
      );
      for (const r of await Promise.allSettled(asked)) {
        if (r.status === 'rejected') ended.push(problemOf(r.reason).status);
      }
    }
    expect(new Set(ended).size === 0 || ended.every((s) => s === 503)).toBe(true);
    // What was ended last may not have been noticed yet: each that is found dead is asked again, as a page would.
    const again = async (): ReturnType<typeof book.horses.list> => {
      try {
        return await book.horses.list();
      } catch (error) {
        expect(problemOf(error).status).toBe(503);
        return again();
      }
    };
    expect(await again()).toEqual(await first.book.horses.list());
    await connection.close();
  }, 60_000);

  test('however many ask at once, a server holds no more connections than it should', async () => {
    if (first.where.kind !== 'url') return;
    const connection = await connect(first.where, MIGRATIONS);
    const book = createBook(connection.db);
    const own = new Set<number>();
    const asked = await Promise.all(
      Array.from({ length: 300 }, async () => {
        const found = await connection.db.execute(
          sql`select pg_backend_pid() as pid, pg_sleep(0.01)`,
        );
        own.add((found as unknown as { rows: { pid: number }[] }).rows[0]!.pid);
        return book.horses.ids();
      }),
    );
    expect(asked).toHaveLength(300);
    expect(own.size).toBeGreaterThan(1);
    expect(own.size).toBeLessThanOrEqual(MOST_CONNECTIONS);
    await connection.close();
  }, 60_000);

  test('a table that somebody holds is answered with "waiting", not for ever', async () => {
    if (first.where.kind !== 'url') return;
    const holding = await connect(first.where, MIGRATIONS);
    let letGo = () => {};
    const held = new Promise<void>((done) => (letGo = done));
    let locked = () => {};
    const isLocked = new Promise<void>((done) => (locked = done));
    const holder = holding.db.transaction(async (tx) => {
      await tx.execute(sql`lock table riders in access exclusive mode`);
      locked();
      await held;
    });
    await isLocked;
    const answer = await request(first.app).get('/api/riders').expect(503);
    expect(answer.body.detail).toContain('Nothing was stored');
    letGo();
    await holder;
    await request(first.app).get('/api/riders').expect(200);
    await holding.close();
  }, 60_000);
});
