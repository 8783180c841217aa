import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import request from 'supertest';
import { v7 } from 'uuid';
import { EXERCISES } from '@canter-book/core/exercises/catalogue';
import { parseLesson } from '@canter-book/core/notation/parse';
import { openTestApp, someHorse, someSession } from './testing/app.ts';

let server: Awaited<ReturnType<typeof openTestApp>>;
beforeAll(async () => {
  server = await openTestApp();
}, 60_000);
afterAll(() => server.close());

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
      { date: '2026-05-02', exercise: 'trot-circle', rung: 1, good: 2, lost: 0 },
      { date: '2026-05-02', exercise: 'travers', rung: 0, good: 0, lost: 1 },
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
