import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import Papa from 'papaparse';
import request from 'supertest';
import { EXERCISES } from '@canter-book/core/exercises/catalogue';
import { READING_FIELDS } from '@canter-book/core/formats/readingsCsv';
import { v7 } from 'uuid';
import { seedDemo } from './demo/seed.ts';
import { openTestApp, someSession } from './testing/app.ts';

let [first, second]: Awaited<ReturnType<typeof openTestApp>>[] = [];
beforeAll(async () => {
  [first, second] = [await openTestApp(), await openTestApp()];
  await seedDemo(first.book, new Date('2026-06-15T12:00:00Z'));
  await first.book.exercises.save({
    id: v7(),
    revision: 0,
    exercise: { ...EXERCISES[0]!, id: 'own', name: 'Own' },
  });
}, 120_000);
afterAll(async () => {
  await first!.close();
  await second!.close();
});

const NDJSON = 'application/x-ndjson';
const exported = async (server: typeof first): Promise<string> => {
  const { body } = await request(server!.app)
    .get('/api/book/export')
    .buffer(true)
    .parse((res, done) => {
      let text = '';
      res.on('data', (d) => (text += String(d)));
      res.on('end', () => done(null, text));
    })
    .expect(200);
  return body as string;
};
const take = async (text: string, check = false) =>
  (
    await request(second!.app)
      .post(`/api/book/import?check=${check ? 1 : 0}`)
      .set('Content-Type', NDJSON)
      .send(text)
      .expect(200)
  ).body;

describe('the whole book in a file', () => {
  test('is looked at first, taken, and says the same in the other book', async () => {
    const text = await exported(first);
    const looked = await take(text, true);
    expect(looked).toMatchObject({ whole: true, refusedCount: 0 });
    expect(looked.added).toMatchObject({ horse: 5, rider: 4, lesson: 11, ride: 4 });
    expect(looked.added.observation).toBeGreaterThan(2000);
    expect(await second!.book.horses.list()).toEqual([]);

    const taken = await take(text);
    expect(taken.added).toEqual(looked.added);
    const records = (t: string) => t.split('\n').slice(1, -2);
    expect(records(await exported(second))).toEqual(records(text));
    const [horse] = await first!.book.horses.list();
    const [a, b] = [
      await first!.book.evidence.readings(horse!.id),
      await second!.book.evidence.readings(horse!.id),
    ];
    expect(b).toEqual(a);

    // A second time everything is known, and nothing is doubled.
    const again = await take(text);
    expect(Object.values<number>(again.added).filter((n) => n > 0)).toEqual([]);
    expect(again.known).toEqual(looked.added);
  }, 120_000);

  test('cut short or changed, it is not whole; bad lines are told and the rest is taken', async () => {
    const lines = (await exported(first)).split('\n');
    expect((await take(lines.slice(0, 40).join('\n'), true)).whole).toBe(false);
    const changed = [...lines];
    changed[2] = changed[2]!.replace(/"name":"[^"]+"/, '"name":"Somebody Else"');
    expect((await take(changed.join('\n'), true)).whole).toBe(false);
    const broken = [lines[0], '{"rider":{"id":"x"}}', 'no json', '{"goat":{}}', lines[1]].join(
      '\n',
    );
    const report = await take(broken, true);
    expect(report.refused.map((r: { line: number }) => r.line)).toEqual([2, 3, 4]);
    expect(report.known.rider + report.added.rider).toBe(1);
    expect((await take('{"some":"file"}', true)).refused[0].why).toContain('not the head');
    await request(second!.app).post('/api/book/import').send({}).expect(415);
  });

  test('sessions from a table come with their marks, once', async () => {
    const [horse] = await first!.book.horses.list();
    const session = someSession(horse!.id, {
      date: '2024-03-02',
      startedAt: '2024-03-02T12:00:00.000Z',
    });
    const mark = {
      id: v7(),
      sessionId: session.id,
      at: session.startedAt,
      kind: 'mark',
      scale: 'rhythm',
      rein: 'left',
      value: 6.5,
    };
    const send = () =>
      request(first!.app)
        .post('/api/book/sessions')
        .send({ sessions: [session], observations: [mark] });
    expect((await send().expect(201)).body).toEqual({ added: 1, stored: 1 });
    expect((await send().expect(201)).body).toEqual({ added: 0, stored: 0 });
    const { readings } = await first!.book.evidence.readings(horse!.id);
    expect(readings[0]).toMatchObject({ scale: 'rhythm', value: 6.5 });
    await request(first!.app).post('/api/book/sessions').send({ sessions: [] }).expect(400);
  });

  test('readings from a table join the session of their day, and come out as a table', async () => {
    const [horse] = await first!.book.horses.list();
    const [known] = await first!.book.sessions.list({ horseId: horse!.id });
    const on = (date: string) =>
      someSession(horse!.id, { date, startedAt: `${date}T12:00:00.000Z` });
    const [today, early] = [on(known!.date), on('2019-04-02')];
    const contact = ({ id, startedAt }: typeof today) => ({
      id: v7(),
      sessionId: id,
      at: startedAt,
      kind: 'contact',
      rein: 'left',
      gait: 'trot',
      left: 2,
      right: 3.5,
      when: 'during',
    });
    const observations = [contact(today), contact(early)];
    const sent = await request(first!.app)
      .post('/api/book/sessions?join=1')
      .send({ sessions: [today, early], observations })
      .expect(201);
    expect(sent.body).toEqual({ added: 1, stored: 2 });
    const joined = await first!.book.observations.ofSession(known!.id);
    expect(joined.map((o) => o.id)).toContain(observations[0]!.id);
    const table = await request(first!.app).get('/api/book/readings.csv').expect(200);
    const lines = Papa.parse<string[]>(table.text).data;
    expect(lines[0]).toEqual([...READING_FIELDS]);
    expect(lines).toContainEqual([
      '2019-04-02',
      horse!.name,
      'contact',
      'left',
      'trot',
      '2 / 3.5',
      'during',
    ]);
  });
});
