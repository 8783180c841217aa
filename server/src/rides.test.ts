import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import request from 'supertest';
import { v7 } from 'uuid';
import { parseLesson } from '@canter-book/core/notation/parse';
import { withMark, type MarkedRide } from '@canter-book/core/sheet/markedRide';
import { mergeRides } from '@canter-book/core/sheet/mergeRides';
import { compileRide } from '@canter-book/core/ride/compile';
import { sheetOf } from '@canter-book/core/sheet/sheet';
import { OUR_SHEETS } from '@canter-book/core/sheet/ours';
import { openTestApp, someHorse, someLesson } from './testing/app.ts';

type Server = Awaited<ReturnType<typeof openTestApp>>;

let server: Server;
beforeAll(async () => {
  server = await openTestApp();
}, 60_000);
afterAll(() => server.close());

async function call(method: 'GET' | 'PUT' | 'DELETE', path: string, body?: object) {
  const api = request(server.app);
  const asked = { GET: api.get(path), PUT: api.put(path), DELETE: api.delete(path) }[method];
  const { status, body: answer } = await asked.send(body);
  return { status, body: answer };
}

const sheet = parseLesson(OUR_SHEETS[1]!.text).lesson;
const someRide = (horseId: string, more: Partial<MarkedRide> = {}): MarkedRide => ({
  id: v7(),
  revision: 0,
  horseId,
  riderId: null,
  lessonId: null,
  document: sheet,
  date: '2026-06-15',
  kind: 'practice',
  place: '',
  judges: [{ at: 'C', marks: {}, collectives: {}, remarks: {} }],
  errors: 0,
  target: null,
  notes: '',
  corrections: [],
  ...more,
});

describe('marked rides', () => {
  test('are kept, listed by horse and by sheet, and can be removed', async () => {
    const horse = await server.book.horses.save(someHorse({ name: 'Larch' }));
    const lesson = await server.book.lessons.save(someLesson({ document: sheet }));
    const ride = someRide(horse.id, { lessonId: lesson.id });
    const saved = await call('PUT', `/api/rides/${ride.id}`, ride);
    expect([saved.status, saved.body.revision]).toEqual([200, 1]);
    const older = someRide(horse.id, { date: '2026-05-01' });
    await call('PUT', `/api/rides/${older.id}`, older);
    const ids = async (query: string) =>
      (await call('GET', `/api/rides?${query}`)).body.map((r: MarkedRide) => r.id);
    expect(await ids(`horseId=${horse.id}`)).toEqual([ride.id, older.id]);
    expect(await ids(`lessonId=${lesson.id}`)).toEqual([ride.id]);
    expect((await call('DELETE', `/api/rides/${older.id}`)).status).toBe(204);
    expect(await ids(`horseId=${horse.id}`)).toEqual([ride.id]);
    // The sheet is no lesson in the list of lessons, and the other way round.
    const titles = async (query: string) =>
      (await call('GET', `/api/lessons?${query}`)).body.map((l: { id: string }) => l.id);
    expect(await titles('sheets=1')).toEqual([lesson.id]);
    expect(await titles('')).not.toContain(lesson.id);
  });

  test('a mark that is none is refused, and says so', async () => {
    const horse = await server.book.horses.save(someHorse({ name: 'Rowan' }));
    for (const mark of [6.3, 11, -1]) {
      const ride = someRide(horse.id, {
        judges: [{ at: 'C', marks: { 1: mark }, collectives: {}, remarks: {} }],
      });
      const answer = await call('PUT', `/api/rides/${ride.id}`, ride);
      expect(answer.status).toBe(400);
      expect(JSON.stringify(answer.body)).toContain('marks go from 0 to 10 in halves');
    }
  });

  test('two judges on two devices: the later one gets both versions, and neither loses a mark', async () => {
    const horse = await server.book.horses.save(someHorse({ name: 'Alder' }));
    const empty = ['C', 'E'].map((at) => ({ at, marks: {}, collectives: {}, remarks: {} }));
    const ride = someRide(horse.id, { judges: empty });
    const start: MarkedRide = (await call('PUT', `/api/rides/${ride.id}`, ride)).body;
    const now = new Date('2026-06-15T10:00:00Z');
    const mark = (from: MarkedRide, at: string, value: number) =>
      withMark(from, at, { kind: 'box', key: '1' }, value, now);
    expect((await call('PUT', `/api/rides/${ride.id}`, mark(start, 'C', 6.5))).status).toBe(200);
    const mine = mark(mark(start, 'E', 7), 'E', 7.5);
    const refused = await call('PUT', `/api/rides/${ride.id}`, mine);
    expect(refused.status).toBe(409);
    const merged = mergeRides(mine, refused.body.current, ['E']);
    const saved: MarkedRide = (await call('PUT', `/api/rides/${ride.id}`, merged)).body;
    expect(saved.judges.map((j) => [j.at, j.marks])).toEqual([
      ['C', { 1: 6.5 }],
      ['E', { 1: 7.5 }],
    ]);
    // What was corrected is kept as history.
    expect(saved.corrections).toEqual([{ at: now.toISOString(), judge: 'E', of: '1', was: 7 }]);
  });

  test('what a ride says of the scales moves where the horse stands, and goes with it', async () => {
    const horse = await server.book.horses.save(someHorse({ name: 'Hazel' }));
    const readings = async () =>
      (await call('GET', `/api/horses/${horse.id}/readings`)).body.readings as {
        scale: string;
        rein: string;
        value: number;
      }[];
    expect(await readings()).toEqual([]);
    const { boxes } = sheetOf(sheet, compileRide(sheet));
    const all = (mark: number) => Object.fromEntries(boxes.map((b) => [b.number, mark]));
    const ride = someRide(horse.id, {
      judges: [{ at: 'C', marks: all(7), collectives: {}, remarks: {} }],
    });
    const saved: MarkedRide = (await call('PUT', `/api/rides/${ride.id}`, ride)).body;
    const found = await readings();
    expect(found.length).toBeGreaterThan(4);
    for (const { value } of found) expect(value).toBeCloseTo(7, 2);
    // A beginners' sheet shows nothing of collection.
    expect(found.map((r) => r.scale)).not.toContain('collection');
    const better = { ...saved, judges: [{ ...saved.judges[0]!, marks: all(8) }] };
    await call('PUT', `/api/rides/${ride.id}`, better);
    for (const { value } of await readings()) expect(value).toBeCloseTo(8, 2);
    await call('DELETE', `/api/rides/${ride.id}`);
    expect(await readings()).toEqual([]);
  });
});
