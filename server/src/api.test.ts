import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import request from 'supertest';
import { v7 } from 'uuid';
import type { Observation } from '@canter-book/core/observations/observation';
import { dayOf } from '@canter-book/core/progress/days';
import type { AppDeps } from './deps.ts';
import { RESOURCES } from './resources.ts';
import { openTestApp, someHorse, someLesson, someSession } from './testing/app.ts';
import { seedDemo } from './demo/seed.ts';

let server: Awaited<ReturnType<typeof openTestApp>>;
const api = () => request(server.app);
const put = (path: string, document: { id: string }) =>
  api().put(`/api/${path}/${document.id}`).send(document);

beforeAll(async () => {
  server = await openTestApp();
}, 60_000);
afterAll(() => server.close());

describe('documents', () => {
  test('come back as they were sent, with their revision counted up', async () => {
    const horse = someHorse();
    const lesson = someLesson({ horseId: horse.id });
    const session = someSession(horse.id, { lessonId: lesson.id, document: lesson.document });
    for (const [path, document] of [
      ['horses', horse],
      ['lessons', lesson],
      ['sessions', session],
    ] as const) {
      const saved = await put(path, document).expect(200);
      expect(saved.body).toEqual({ ...document, revision: 1 });
      const got = await api().get(`/api/${path}/${document.id}`).expect(200);
      expect(got.body).toEqual({ ...document, revision: 1 });
    }
    const listed = await api().get('/api/horses').expect(200);
    expect(listed.body).toContainEqual({ ...horse, revision: 1 });
  });

  test('horses and riders come by name, as one looks for them', async () => {
    const names = ['Pony 10', 'pony 2', 'Pony 1'];
    const riders = names.map((name) => ({
      id: v7(),
      revision: 0,
      name,
      notes: '',
      theme: '',
      stage: null,
    }));
    for (const name of names) await put('horses', someHorse({ name })).expect(200);
    for (const rider of riders) await put('riders', rider).expect(200);
    for (const path of ['horses', 'riders']) {
      const { body } = await api().get(`/api/${path}`).expect(200);
      const listed = (body as { name: string }[]).map(({ name }) => name);
      expect(listed.filter((name) => names.includes(name))).toEqual([
        'Pony 1',
        'pony 2',
        'Pony 10',
      ]);
    }
  });

  test('a rider has a stage, or nobody has said: also one of an older book', async () => {
    const rider = { id: v7(), revision: 0, name: 'Ines', notes: '', theme: '', stage: 4 };
    const saved = await put('riders', rider).expect(200);
    expect(saved.body).toEqual({ ...rider, revision: 1 });
    const { stage: _, ...older } = { ...rider, id: v7() };
    expect((await put('riders', older).expect(200)).body).toMatchObject({ stage: null });
    const wrong = await put('riders', { ...rider, id: v7(), stage: 9 } as typeof rider).expect(400);
    expect(JSON.stringify(wrong.body)).toContain('stage');
  });

  test('saved from an old revision are refused, with both versions', async () => {
    const lesson = someLesson();
    const first = (await put('lessons', lesson)).body;
    const theirs = (await put('lessons', { ...first, title: 'Theirs' }).expect(200)).body;
    const refused = await put('lessons', { ...first, title: 'Mine' }).expect(409);
    expect(refused.type).toBe('application/problem+json');
    expect(refused.body.current).toEqual(theirs);
    expect(refused.body.sent.title).toBe('Mine');
    expect((await api().get(`/api/lessons/${lesson.id}`)).body.title).toBe('Theirs');
  });

  test('sent again after a lost answer are answered as saved', async () => {
    const horse = someHorse({ name: 'Echo' });
    await put('horses', horse).expect(200);
    const again = await put('horses', horse).expect(200);
    expect(again.body.revision).toBe(1);
  });

  test('that are not there, not valid or not theirs are answered as problems', async () => {
    const missing = await api().get(`/api/horses/${v7()}`).expect(404);
    expect(missing.body).toMatchObject({ status: 404, title: 'No such horse' });
    const bad = await put('horses', someHorse({ heightCm: 20 })).expect(400);
    expect(bad.body.issues[0]).toMatchObject({ where: 'heightCm' });
    await api().put(`/api/horses/${v7()}`).send(someHorse()).expect(400);
    await api()
      .put(`/api/horses/${v7()}`)
      .set('Content-Type', 'application/json')
      .send('{')
      .expect(400);
    await api().get('/api/nothing').expect(404);
    await api().get('/api/horses/not-an-id').expect(404);
    await put('sessions', someSession(v7())).expect(409);
  });

  test('a lesson can be removed; a horse with sessions stays', async () => {
    const lesson = someLesson();
    await put('lessons', lesson);
    await api().delete(`/api/lessons/${lesson.id}`).expect(204);
    await api().get(`/api/lessons/${lesson.id}`).expect(404);
    const horse = someHorse();
    await put('horses', horse);
    await put('sessions', someSession(horse.id));
    await api().delete(`/api/horses/${horse.id}`).expect(409);
  });
});

describe('sessions', () => {
  test('come page by page, each once, also those of one instant and after one was deleted', async () => {
    const horse = someHorse();
    await put('horses', horse);
    const day = (n: number) => `2026-05-0${n}`;
    // Three of them began at the same instant.
    const all = [1, 2, 2, 2, 3].map((n) =>
      someSession(horse.id, { date: day(n), startedAt: `${day(n)}T10:00:00.000Z` }),
    );
    for (const session of all) await put('sessions', session);
    const page = async (before?: string) =>
      (
        await api()
          .get('/api/sessions')
          .query({ horseId: horse.id, limit: 2, ...(before && { before }) })
          .expect(200)
      ).body as { id: string; date: string; revision: number }[];
    const pages = [await page()];
    while (pages.at(-1)!.length > 0) pages.push(await page(pages.at(-1)!.at(-1)!.id));
    expect(pages.map((p) => p.length)).toEqual([2, 2, 1, 0]);
    expect(pages.flat().map((s) => s.date)).toEqual([3, 2, 2, 2, 1].map(day));
    expect(new Set(pages.flat().map((s) => s.id)).size).toBe(5);
    // The last of a page is deleted before the next page is asked for.
    const { id } = pages[0]![1]!;
    const whole = all.find((s) => s.id === id)!;
    const deleted = { ...whole, revision: 1, removedAt: '2026-05-09T10:00:00.000Z' };
    await put('sessions', deleted);
    expect((await page(id)).map((s) => s.date)).toEqual([day(2), day(2)]);
    expect(await page(v7())).toEqual([]);
  });
});

describe('observations', () => {
  const mark = (sessionId: string, value: number, more: Partial<Observation> = {}): Observation =>
    ({
      id: v7(),
      sessionId,
      at: '2026-05-02T15:40:00.000Z',
      kind: 'mark',
      scale: 'contact',
      rein: 'left',
      value,
      ...more,
    }) as Observation;
  const send = (...observations: Observation[]) =>
    api().post('/api/observations').send({ observations });

  test('are appended once, however often they are sent', async () => {
    const horse = someHorse();
    const session = someSession(horse.id);
    await put('horses', horse);
    await put('sessions', session);
    const batch = [
      mark(session.id, 6),
      mark(session.id, 6.5, { rein: 'right' } as Partial<Observation>),
    ];
    expect((await send(...batch).expect(201)).body).toEqual({ stored: 2 });
    expect((await send(...batch).expect(201)).body).toEqual({ stored: 0 });
    const seen = await api().get(`/api/sessions/${session.id}/observations`);
    expect(seen.body).toEqual(batch);
  });

  test('a correction replaces the mark it names, and keeps it', async () => {
    const horse = someHorse();
    const session = someSession(horse.id);
    await put('horses', horse);
    await put('sessions', session);
    const first = mark(session.id, 4);
    await send(first);
    // Twice: the second answer is the first one, kept.
    for (const _ of [1, 2]) {
      const { body } = await api().get(`/api/horses/${horse.id}/readings`).expect(200);
      expect(body.readings).toMatchObject([{ value: expect.closeTo(4, 9) }]);
    }
    await send(mark(session.id, 5.5, { corrects: first.id }));
    const { readings } = (await api().get(`/api/horses/${horse.id}/readings`).expect(200)).body;
    expect(readings).toEqual([
      {
        day: dayOf('2026-05-02'),
        scale: 'contact',
        rein: 'left',
        value: expect.closeTo(5.5, 9),
        variance: expect.closeTo(0.75 ** 2, 9),
      },
    ]);
    expect((await api().get(`/api/sessions/${session.id}/observations`)).body).toHaveLength(2);
  });

  test('without their session wait for it; those that are not valid are refused', async () => {
    const refused = await send(mark(v7(), 6)).expect(409);
    expect(refused.body.unknownSessions).toHaveLength(1);
    await send(mark(v7(), 6.3)).expect(400);
    await send().expect(400);
  });

  test('tries are counted for each session', async () => {
    const horse = someHorse();
    const session = someSession(horse.id);
    await put('horses', horse);
    await put('sessions', session);
    const tried = (result: string): Observation =>
      ({
        id: v7(),
        sessionId: session.id,
        at: session.startedAt,
        kind: 'try',
        itemId: 'i1',
        text: 'C circle left 20',
        rein: 'left',
        gait: 'trot',
        result,
        held: 4,
      }) as Observation;
    const [good, lost, slip] = [tried('good'), tried('lost'), tried('good')];
    await send(good, lost, slip, {
      id: v7(),
      sessionId: session.id,
      at: session.startedAt,
      kind: 'withdrawn',
      corrects: slip.id,
    });
    const list = await api().get(`/api/sessions?horseId=${horse.id}`).expect(200);
    expect(list.body).toEqual([expect.objectContaining({ id: session.id, tries: 2, good: 1 })]);
  });
});

test('the API is described from the schemas that guard it', async () => {
  const { body } = await api().get('/api/openapi.json').expect(200);
  expect(Object.keys(body.paths)).toContain('/api/lessons/{id}');
  expect(body.components.schemas.Horse.properties.heightCm).toMatchObject({
    minimum: 70,
    maximum: 210,
  });
});

test('every address of the API is described, and no other', async () => {
  const { body } = await api().get('/api/openapi.json').expect(200);
  const described = Object.entries(body.paths as Record<string, object>).flatMap(([path, item]) =>
    Object.keys(item)
      .filter((method) => method !== 'parameters')
      .map((method) => `${method} ${path}`),
  );
  interface Layer {
    route?: { path: string; methods: Record<string, boolean> };
    handle: { stack?: Layer[] };
  }
  const served = (stack: Layer[]): string[] =>
    stack.flatMap(({ route, handle }) =>
      route
        ? Object.keys(route.methods).map((method) => `${method} ${route.path}`)
        : served(handle.stack ?? []),
    );
  const own = Object.entries(RESOURCES).flatMap(([name, { routes }]) =>
    served(routes(server.book, server as unknown as AppDeps).stack as unknown as Layer[]).map(
      (line) => line.replace(' /', ` /api/${name}/`).replace(/\/$/, '').replace(':id', '{id}'),
    ),
  );
  const all = ['get /api/health', 'get /api/openapi.json', ...own];
  expect(described.sort()).toEqual([...new Set(all)].sort());
});

describe('the demo yard', () => {
  test('tells its stories: one improves on the weak rein, one stands still, one is set back and recovers', async () => {
    const now = new Date('2026-06-15T12:00:00Z');
    await seedDemo(server.book, now);
    const horses = await server.book.horses.list();
    const weekly = async (name: string, rein: string, from: string, to: string) => {
      const horse = horses.find((h) => h.name === name)!;
      const { readings } = await server.book.evidence.readings(horse.id);
      const own = readings.filter(
        (m) => m.rein === rein && m.day >= dayOf(from) && m.day < dayOf(to),
      );
      return own.reduce((sum, m) => sum + m.value, 0) / own.length;
    };
    const [start, early, dip, late, end] = [
      '2026-03-23',
      '2026-04-13',
      '2026-05-04',
      '2026-05-25',
      '2026-06-15',
    ] as const;
    expect(await weekly('Tansy', 'left', late, end)).toBeGreaterThan(
      (await weekly('Tansy', 'left', start, early)) + 0.9,
    );
    expect(
      Math.abs(
        (await weekly('Samphire', 'right', late, end)) -
          (await weekly('Samphire', 'right', start, early)),
      ),
    ).toBeLessThan(0.6);
    const lowest = await weekly('Bollard', 'left', dip, '2026-05-14');
    expect(lowest).toBeLessThan((await weekly('Bollard', 'left', start, early)) - 0.8);
    expect(await weekly('Bollard', 'left', '2026-06-05', end)).toBeGreaterThan(lowest + 0.8);
    const yard = await api().get('/api/yard?date=2026-06-15').expect(200);
    expect(
      yard.body.find(
        (row: { horseId: string }) => row.horseId === horses.find((h) => h.name === 'Tansy')!.id,
      ).next.rein,
    ).toBe('left');
  }, 60_000);
});
