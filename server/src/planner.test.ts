import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import highsLoader from 'highs';
import request from 'supertest';
import { v7 } from 'uuid';
import { EXERCISES } from '@canter-book/core/exercises/catalogue';
import { parseLesson } from '@canter-book/core/notation/parse';
import { horseFileOf } from '@canter-book/core/planner/fromBook';
import { highsSolver, type HighsRuntime } from '@canter-book/core/planner/highs';
import { planLesson } from '@canter-book/core/planner/plan';
import { wishesSchema } from '@canter-book/core/planner/request';
import { plannerIn } from './planning/planner.ts';
import { openTestApp, someHorse, someSession } from './testing/app.ts';

let server: Awaited<ReturnType<typeof openTestApp>>;
const planner = plannerIn(new URL('./planning/thread.ts', import.meta.url));
beforeAll(async () => {
  server = await openTestApp({ planner });
}, 60_000);
afterAll(async () => {
  await planner.close();
  await server.close();
});

const LESSON = `phase work 10 min
# set trot-circle 2: Circle in trot, 18 m
C trot working, rising, circle left 18 x2
A trot working, rising, circle left 18 x2
# set travers 1: Travers, half a side
K trot working
F-B travers
`;

describe('what the sets of a horse came to', () => {
  test('the tries of its planned sessions, set by set; corrections count once', async () => {
    const horse = someHorse({ name: 'Whimbrel' });
    await request(server.app).put(`/api/horses/${horse.id}`).send(horse).expect(200);
    const done = () => request(server.app).get(`/api/horses/${horse.id}/done`).expect(200);
    expect((await done()).body).toEqual([]);

    const document = parseLesson(LESSON).lesson;
    const [, first, , , travers] = document.items;
    const session = someSession(horse.id, { date: '2026-05-02', document });
    await request(server.app).put(`/api/sessions/${session.id}`).send(session).expect(200);
    const seen = (itemId: string, result: string, more: object = {}) => ({
      id: v7(),
      sessionId: session.id,
      at: session.startedAt,
      kind: 'try',
      itemId,
      text: 'C circle left 18',
      rein: 'left',
      gait: 'trot',
      result,
      held: 6,
      ...more,
    });
    const lost = seen(first!.id, 'lost');
    await request(server.app)
      .post('/api/observations')
      .send({
        observations: [
          seen(first!.id, 'good'),
          lost,
          seen(first!.id, 'good', { corrects: lost.id }),
          seen(travers!.id, 'lost'),
        ],
      })
      .expect(201);
    const { body } = await done();
    expect(body).toEqual([
      {
        date: '2026-05-02',
        exercise: 'trot-circle',
        rung: 1,
        good: 2,
        lost: 0,
        tries: [
          { rein: 'left', good: true },
          { rein: 'left', good: true },
        ],
      },
      {
        date: '2026-05-02',
        exercise: 'travers',
        rung: 0,
        good: 0,
        lost: 1,
        tries: [{ rein: 'left', good: false }],
      },
    ]);
  });

  test('a session without a plan says nothing, and no more than the last twelve are asked', async () => {
    const horse = someHorse({ name: 'Dunlin' });
    await request(server.app).put(`/api/horses/${horse.id}`).send(horse).expect(200);
    const document = parseLesson(LESSON).lesson;
    for (let day = 1; day <= 14; day++) {
      const date = `2026-03-${String(day).padStart(2, '0')}`;
      const startedAt = `${date}T09:00:00.000Z`;
      const planned = someSession(horse.id, { date, startedAt, document });
      await request(server.app).put(`/api/sessions/${planned.id}`).send(planned).expect(200);
    }
    const free = someSession(horse.id, { date: '2026-04-01', document: null });
    await request(server.app).put(`/api/sessions/${free.id}`).send(free).expect(200);
    const { body } = await request(server.app).get(`/api/horses/${horse.id}/done`).expect(200);
    const dates = [...new Set((body as { date: string }[]).map((d) => d.date))];
    expect(dates).toHaveLength(12);
    expect(dates).toEqual([...dates].sort());
    expect(dates.sort()[0]).toBe('2026-03-03');
  });

  test('a horse that is no id is refused', async () => {
    await request(server.app).get('/api/horses/nobody/done').expect(404);
  });
});

describe('the instructor’s own exercises', () => {
  const own = { id: v7(), revision: 0, exercise: { ...EXERCISES[8]!, id: 'mine', name: 'Mine' } };

  test('are kept, changed by their revision, and taken away', async () => {
    const put = (body: object) => request(server.app).put(`/api/exercises/${own.id}`).send(body);
    expect((await put(own).expect(200)).body).toEqual({ ...own, revision: 1 });
    const renamed = { ...own, revision: 1, exercise: { ...own.exercise, name: 'Mine, better' } };
    expect((await put(renamed).expect(200)).body.revision).toBe(2);
    // An old one is refused with both versions.
    const { body } = await put({ ...own, revision: 1 }).expect(409);
    expect(body.current.exercise.name).toBe('Mine, better');
    const list = await request(server.app).get('/api/exercises').expect(200);
    expect(list.body).toHaveLength(1);
    await request(server.app).delete(`/api/exercises/${own.id}`).expect(204);
    expect((await request(server.app).get('/api/exercises')).body).toEqual([]);
  });

  test.each([
    ['name', { name: '' }],
    ['stage', { stage: 9 }],
    ['builds', { builds: { rhythm: 7 } }],
    ['rungs', { rungs: [] }],
    ['leaveWhen', { leaveWhen: '' }],
  ])('one whose %s is wrong is refused, with the place', async (field, change) => {
    const body = { ...own, exercise: { ...own.exercise, ...change } };
    const answer = await request(server.app).put(`/api/exercises/${own.id}`).send(body).expect(400);
    expect(JSON.stringify(answer.body)).toContain(field);
  });
});

describe('a lesson planned by the server', () => {
  const ARENA = { widthM: 20, lengthM: 60 };
  const DATE = '2026-05-04';
  const horse = someHorse({ name: 'Sanderling', stage: 4 });
  const plan = (id: string, body: object) =>
    request(server.app).post(`/api/horses/${id}/plan`).send(body);
  beforeAll(async () => {
    await request(server.app).put(`/api/horses/${horse.id}`).send(horse).expect(200);
  });

  test('is the one that the page plans from the same answers', async () => {
    const get = async (path: string) =>
      (await request(server.app).get(`/api/horses/${horse.id}${path}`).expect(200)).body;
    const known = {
      horse: await get(''),
      readings: await get('/readings'),
      done: await get('/done'),
    };
    const file = horseFileOf({ ...known, equipment: [], rider: null, date: DATE });
    const own = (await request(server.app).get('/api/exercises')).body as { exercise: object }[];
    const wishes = wishesSchema.parse({
      minutes: 30,
      arena: ARENA,
      date: DATE,
      own: own.map((o) => o.exercise),
    });
    const solve = highsSolver((await highsLoader()) as unknown as HighsRuntime);
    const here = await planLesson({ horse: file, wishes }, solve);
    const asked = { minutes: 30, arena: ARENA, date: DATE };
    // Two at once are planned one after the other, and alike.
    const [first, second] = await Promise.all([plan(horse.id, asked), plan(horse.id, asked)]);
    expect([first.status, second.status]).toEqual([200, 200]);
    expect(first.body).toEqual(JSON.parse(JSON.stringify(here)));
    expect(second.body).toEqual(first.body);
  }, 60_000);

  test('for wishes that do not go together says why, and what could be asked for', async () => {
    const waysOut = [{ label: '20 minutes', change: { minutes: 20 } }];
    const none = await openTestApp({
      planner: {
        plan: async () => ({ why: 'Too much is asked.', waysOut }),
        close: async () => {},
      },
    });
    await request(none.app).put(`/api/horses/${horse.id}`).send(horse).expect(200);
    const { body } = await request(none.app)
      .post(`/api/horses/${horse.id}/plan`)
      .send({ date: DATE })
      .expect(422);
    expect(body).toMatchObject({ title: 'No such lesson', detail: 'Too much is asked.', waysOut });
    await none.close();
  });

  test.each([
    [400, 'minutes', { date: DATE, minutes: 500 }],
    [400, 'date', {}],
    [404, 'rider', { date: DATE, riderId: v7() }],
    [404, 'lesson', { date: DATE, lessonId: v7() }],
  ])('answers %i where the %s is wrong', async (status, what, body) => {
    const answer = await plan(horse.id, body).expect(status);
    expect(JSON.stringify(answer.body)).toContain(what);
  });

  test('is not planned for a horse that is not in the book, nor without a planner', async () => {
    await plan(v7(), { date: DATE }).expect(404);
    const without = await openTestApp();
    await request(without.app).post(`/api/horses/${v7()}/plan`).send({ date: DATE }).expect(503);
    await without.close();
  });
});
