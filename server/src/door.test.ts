import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import pino from 'pino';
import request from 'supertest';
import { v7 } from 'uuid';
import { openTestApp, someHorse, someLesson, someSession } from './testing/app.ts';

/** Requests as no screen of ours sends them. */

let server: Awaited<ReturnType<typeof openTestApp>>;
let logged = '';
beforeAll(async () => {
  const logger = pino({ level: 'error' }, { write: (line: string) => void (logged += line) });
  server = await openTestApp({ logger });
}, 60_000);
afterAll(() => server.close());

const api = () => request(server.app);
const put = (path: string, document: { id: string }) =>
  api().put(`/api/${path}/${document.id}`).send(document);

describe('what cannot be stored is refused, with its field', () => {
  const nested = (levels: number): object =>
    levels === 0
      ? { kind: 'line', id: 'x', place: null, instructions: [] }
      : { kind: 'repeat', id: `r${levels}`, times: 2, items: [nested(levels - 1)] };
  const lesson = someLesson();
  const withItems = (items: unknown): { id: string } & Record<string, unknown> => ({
    ...lesson,
    document: { version: 1, items } as unknown as typeof lesson.document,
  });
  const session = someSession(v7());

  test.each<[string, string, { id: string } & Record<string, unknown>, string]>([
    ['a NUL in a name', 'horses', someHorse({ name: 'Nu\u0000ll' }), 'name'],
    ['half a character in notes', 'horses', someHorse({ notes: 'x\ud800' }), 'notes'],
    [
      'the other half, deep in a lesson',
      'lessons',
      withItems([{ kind: 'unread', id: 'i', text: '\udc00' }]),
      'text',
    ],
    ['year 0', 'sessions', { ...session, date: '0000-01-01' }, 'date'],
    ['a far instant', 'sessions', { ...session, startedAt: '9999-01-01T00:00:00Z' }, 'startedAt'],
    [
      'an offset of a day',
      'sessions',
      { ...session, startedAt: '2026-01-01T00:00:00+23:59' },
      'startedAt',
    ],
    ['repeats without end', 'lessons', withItems([nested(1000)]), 'document'],
    ['repeats five deep', 'lessons', withItems([nested(5)]), 'document'],
    [
      'a thousand wrong items',
      'lessons',
      withItems(Array.from({ length: 1000 }, () => ({}))),
      'items',
    ],
  ])('%s', async (_, path, document, field) => {
    const began = performance.now();
    const answer = await put(path, document).expect(400);
    expect(answer.type).toBe('application/problem+json');
    expect(JSON.stringify(answer.body.issues)).toContain(field);
    expect(answer.body.issues.length).toBeLessThanOrEqual(20);
    // Not a measure: only that it does not hang.
    expect(performance.now() - began).toBeLessThan(5_000);
  });

  test('repeats four deep are stored', async () => {
    await put('lessons', { ...withItems([nested(4)]), id: v7() }).expect(200);
  });

  test.each([
    ['/api/lessons?q=%00', 400],
    ['/api/yard?date=9999-12-31', 400],
    ['/api/yard?date=2199-12-31', 200],
    ['/api/yard', 400],
    ['/api/horses/%00', 404],
    ['/api/lessons/constructor', 404],
    ['/api/sessions/x/observations', 404],
    ['/api/horses/%ff', 400],
    ['/api/sessions?limit=1e9', 400],
  ])('%s is answered %i', async (path, status) => {
    const answer = await api().get(path).expect(status);
    if (status !== 200) expect(answer.type).toBe('application/problem+json');
  });
});

describe('the same document sent again is the same', () => {
  test('however the database rounds a number, and in whatever letters its id is written', async () => {
    const horse = someHorse({ heightCm: 158.333333333 });
    const session = someSession(horse.id, {
      startedAt: '2026-05-02T17:00:00+02:00',
      minutes: 41.7,
    });
    for (const [path, document] of [
      ['horses', horse],
      ['sessions', session],
    ] as const) {
      await put(path, document).expect(200);
      const shouting = { ...document, id: document.id.toUpperCase() };
      expect((await put(path, shouting).expect(200)).body.revision).toBe(1);
    }
    const got = await api().get(`/api/horses/${horse.id.toUpperCase()}`).expect(200);
    expect(got.body.heightCm).toBe(158.333333333);
  });
});

describe('who may ask', () => {
  test.each([
    ['localhost:4780', 200],
    ['127.0.0.1:4780', 200],
    ['[::1]:4780', 200],
    ['192.168.7.20', 200],
    ['book.localhost', 200],
    ['attacker.example', 421],
    ['attacker.example:4780', 421],
    ['localhost.attacker.example', 421],
    ['127.0.0.1.attacker.example', 421],
  ])('under the name %s: %i', async (host, status) => {
    const answer = await api().get('/api/health').set('Host', host).expect(status);
    if (status === 421) expect(answer.type).toBe('application/problem+json');
  });

  test('a name that the owner allows is answered', async () => {
    const own = await openTestApp({ hosts: ['book.yard.example'] });
    await request(own.app).get('/api/health').set('Host', 'book.yard.example').expect(200);
    await own.close();
  });

  test('unknown addresses and too many requests are problems too', async () => {
    for (const answer of [
      await api().post('/anywhere').expect(404),
      await api().delete('/api/nothing').expect(404),
    ]) {
      expect(answer.type).toBe('application/problem+json');
    }
    const hasty = await openTestApp({ requestsAMinute: 2 });
    for (let i = 0; i < 2; i++) await request(hasty.app).get('/api/health').expect(200);
    const refused = await request(hasty.app).get('/api/health').expect(429);
    expect(refused.type).toBe('application/problem+json');
    expect(refused.body.detail).toContain('Wait a minute');
    await hasty.close();
  }, 60_000);
});

describe('a disk that is nearly full', () => {
  test('is read, but not written to; with room again it goes on', async () => {
    let free = 10 * 2 ** 20;
    const small = await openTestApp({ freeBytes: async () => free });
    const horse = someHorse();
    const write = () => request(small.app).put(`/api/horses/${horse.id}`).send(horse);
    const refused = await write().expect(507);
    expect(refused.body.detail).toContain('Make room');
    await request(small.app).get('/api/horses').expect(200, []);
    free = 2 ** 40;
    await new Promise((done) => setTimeout(done, 2_100));
    await write().expect(200);
    await small.close();
  }, 60_000);
});

describe('a book file of ill will', () => {
  const take = (body: string | Buffer, type = 'application/x-ndjson') =>
    api().post('/api/book/import').set('Content-Type', type).send(body);
  const head = '{"canterBook":1,"made":"x"}';

  test('lines that are no records are named, and the rest is taken', async () => {
    const horse = JSON.stringify({ horse: someHorse({ name: 'Taken' }) });
    const hostile = ['null', '7', '[]', '{"constructor":{}}', '{"__proto__":{}}', '{"horse":null}'];
    const { body } = await take([head, ...hostile, horse].join('\n')).expect(200);
    expect(body.refused.map((r: { line: number }) => r.line)).toEqual([2, 3, 4, 5, 6, 7]);
    expect(body.added.horse).toBe(1);
    const bad = JSON.stringify({ horse: someHorse({ name: 'a' }) }).replace('"a"', '"a\\u0000"');
    expect((await take(`${head}\n${bad}`).expect(200)).body.refused[0].why).toContain('horse.name');
  });

  test('a failure in the middle leaves nothing behind', async () => {
    const before = await server.book.size();
    const horses = Array.from({ length: 600 }, () => JSON.stringify({ horse: someHorse() }));
    const orphan = JSON.stringify({ session: someSession(v7()) });
    const answer = await take([head, ...horses, orphan].join('\n')).expect(409);
    expect(answer.body.title).toBe('Still in use');
    expect(await server.book.size()).toBe(before);
    const long = `{"horse":"${'x'.repeat(5 * 2 ** 20)}"}`;
    const refused = await take([head, ...horses, long].join('\n')).expect(413);
    expect(refused.body.detail).toContain('Line 602');
    expect(await server.book.size()).toBe(before);
    await take(Buffer.from([0x1f, 0x8b, 1, 2, 3, 4]), 'application/gzip').expect(400);
  }, 60_000);

  test('a table is taken wholly or not at all, once, and can be taken out again', async () => {
    const horse = await server.book.horses.save(someHorse());
    const sessions = [someSession(horse.id), someSession(v7())];
    await api().post('/api/book/sessions').send({ sessions, observations: [] }).expect(409);
    expect(await server.book.sessions.list({ horseId: horse.id })).toEqual([]);

    const [session] = sessions;
    const seen = {
      id: v7(),
      sessionId: session!.id,
      at: session!.startedAt,
      kind: 'note',
      text: 'soft',
    };
    const [one, two] = [v7(), v7()].map((id) => ({
      sessions: [session],
      observations: [seen],
      import: { id, source: 'spring.csv' },
    }));
    await api().post('/api/book/sessions').send(one).expect(201, { added: 1, stored: 1 });
    await api().post('/api/book/sessions').send(two).expect(201, { added: 0, stored: 0 });
    const listed = await api().get('/api/book/imports').expect(200);
    expect(listed.body).toMatchObject([{ source: 'spring.csv', sessions: 1, observations: 1 }]);
    await api().delete(`/api/book/imports/${one!.import.id}`).expect(204);
    await api().delete(`/api/book/imports/${one!.import.id}`).expect(404);
    expect(await server.book.sessions.list({ horseId: horse.id })).toEqual([]);
    expect(await server.book.observations.ofSession(session!.id)).toEqual([]);
  });
});

test('a table for a spreadsheet has no formulas', async () => {
  const horse = await server.book.horses.save(someHorse({ name: '=1+1' }));
  await server.book.sessions.save(someSession(horse.id, { notes: '@cmd', homework: '-2+3' }));
  const { text } = await api().get('/api/book/sessions.csv').expect(200);
  for (const cell of ["'=1+1", "'@cmd", "'-2+3"]) expect(text).toContain(cell);
});

test('the log says where it failed, never what was entered', async () => {
  const own = await openTestApp({
    logger: pino({ level: 'error' }, { write: (line: string) => void (logged += line) }),
  });
  await own.db.execute('drop table riders cascade');
  const rider = { id: v7(), revision: 0, name: 'Hush Quietly', notes: '', theme: '', stage: null };
  await request(own.app).put(`/api/riders/${rider.id}`).send(rider).expect(500);
  await own.db.execute('drop table lessons cascade');
  await request(own.app).get('/api/lessons?q=Hush').expect(500);
  expect(logged).toContain('Something went wrong here');
  expect(logged).not.toContain('Hush');
  await own.close();
});
