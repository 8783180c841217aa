import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import request from 'supertest';
import { v7 } from 'uuid';
import { z } from '@canter-book/core/schema';
import { parseLesson } from '@canter-book/core/notation/parse';
import { compileRide } from '@canter-book/core/ride/compile';
import { reviewLesson } from '@canter-book/core/review/review';
import { backUp, dropped, type Copy } from './db/backup.ts';
import { writeWords } from './db/words.ts';
import { observationSchema } from '@canter-book/core/observations/observation';
import { LESSONS } from './demo/lessons.ts';
import { normal, seeded, seededId } from './demo/random.ts';
import { HORSES, RIDERS } from './demo/yard.ts';
import { Problem } from './problem.ts';
import { RevisionConflict } from './repositories/revisioned.ts';
import { problemOf } from './routes/errors.ts';
import { openTestApp, someHorse, someLesson, someSession } from './testing/app.ts';

let server: Awaited<ReturnType<typeof openTestApp>>;
beforeAll(async () => {
  server = await openTestApp();
}, 60_000);
afterAll(() => server.close());

describe('what the observations say', () => {
  const seen = (sessionId: string, o: object) =>
    observationSchema.parse({ id: v7(), sessionId, at: '2026-05-02T15:20:00Z', ...o });

  test('is kept beside them, made anew by a correction, and made again when it is thrown away', async () => {
    const { horses, sessions, observations, evidence } = server.book;
    const horse = await horses.save(someHorse());
    const session = await sessions.save(someSession(horse.id));
    const mark = seen(session.id, { kind: 'mark', scale: 'contact', rein: 'left', value: 4 });
    const aid = seen(session.id, { kind: 'aid', rein: 'left', gait: 'trot', answer: 'at once' });
    await observations.append([mark, aid]);
    const first = await evidence.readings(horse.id);
    expect(first.readings.map((r) => [r.scale, r.value])).toEqual([
      ['contact', 4],
      ['impulsion', 8.5],
    ]);
    const before = (await evidence.snapshots([horse.id])).get(horse.id)!;
    expect(before['contact/left']!.levels).toHaveLength(1);
    await observations.append([
      seen(session.id, { ...mark, id: v7(), value: 7, corrects: mark.id }),
    ]);
    const after = (await evidence.snapshots([horse.id])).get(horse.id)!;
    expect(after['contact/left']!.levels[0]![1]).toBeGreaterThan(
      before['contact/left']!.levels[0]![1],
    );
    await server.db.execute('delete from session_evidence');
    await server.db.execute('delete from horse_snapshots');
    expect(await evidence.fillMissing()).toBeGreaterThan(0);
    const again = (await evidence.readings(horse.id)).readings;
    expect(again.find((r) => r.scale === 'contact')!.value).toBeCloseTo(7, 9);
    expect(await evidence.fillMissing()).toBe(0);
  });

  test('many batches at once are each stored once, and one that cannot be stored fails alone', async () => {
    const { horses, sessions, observations } = server.book;
    const horse = await horses.save(someHorse());
    const session = await sessions.save(someSession(horse.id));
    const note = (sessionId: string) => seen(sessionId, { kind: 'note', text: 'soft' });
    const batches = Array.from({ length: 30 }, () => [note(session.id), note(session.id)]);
    const stranger = note(v7());
    const broken = { ...note(session.id), at: 'no time' };
    const answers = await Promise.allSettled(
      [...batches, ...batches, [stranger], [broken]].map((batch) => observations.append(batch)),
    );
    const stored = answers.map((a) => (a.status === 'fulfilled' ? a.value.stored : 'failed'));
    expect(stored.slice(0, 60).filter((n) => n === 2)).toHaveLength(30);
    expect(stored.slice(0, 60).filter((n) => n === 0)).toHaveLength(30);
    expect(stored.slice(60)).toEqual([0, 'failed']);
    expect(answers[60]).toMatchObject({ value: { unknownSessions: [stranger.sessionId] } });
    expect(await observations.ofSession(session.id)).toHaveLength(60);
  });

  test('the last session of each horse is the last one up to that day', async () => {
    const { horses, sessions } = server.book;
    const horse = await horses.save(someHorse());
    for (const [date, homework] of [
      ['2026-05-02', 'first'],
      ['2026-05-09', 'second'],
    ] as const) {
      await sessions.save(
        someSession(horse.id, { date, homework, startedAt: `${date}T15:00:00.000Z` }),
      );
    }
    const on = async (day: string) =>
      (await sessions.lastOfEach(day)).find((s) => s.horseId === horse.id)?.homework;
    expect(await on('2026-05-30')).toBe('second');
    expect(await on('2026-05-08')).toBe('first');
    expect(await on('2026-05-01')).toBeUndefined();
  });
});

describe('the library of lessons', () => {
  const at = (minute: number) => new Date(Date.UTC(2026, 4, 1, 8, minute)).toISOString();

  test('saves of one sitting are one version; the next sitting is another', async () => {
    const { lessons } = server.book;
    let lesson = await lessons.save(someLesson({ title: 'a', updatedAt: at(0) }));
    for (const [title, minute] of [
      ['b', 3],
      ['c', 9],
      ['d', 14],
      ['e', 60],
    ] as const) {
      lesson = await lessons.save({ ...lesson, title, updatedAt: at(minute) });
    }
    const versions = await lessons.versions(lesson.id);
    expect(versions.map((v) => [v.title, v.revision])).toEqual([
      ['e', 5],
      ['d', 4],
      ['c', 3],
    ]);
    expect(versions[2]!.document).toEqual(lesson.document);
    await lessons.remove(lesson.id);
    expect(await lessons.versions(lesson.id)).toEqual([]);
  });

  test('a refused save leaves no version', async () => {
    const { lessons } = server.book;
    const first = await lessons.save(someLesson({ updatedAt: at(0) }));
    await lessons.save({ ...first, title: 'theirs', updatedAt: at(20) });
    await expect(lessons.save({ ...first, title: 'mine', updatedAt: at(40) })).rejects.toThrow();
    expect((await lessons.versions(first.id)).map((v) => v.title)).toEqual(['theirs', 'First']);
  });

  test('is searched by title, tag and what is ridden, every word of it', async () => {
    const { lessons } = server.book;
    await lessons.save(someLesson({ title: '100 % soft', tags: ['long arena'] }));
    const found = async (...words: string[]) => (await lessons.list(words)).map((l) => l.title);
    expect(await found('100', 'ARENA')).toEqual(['100 % soft']);
    expect(await found('0 %')).toEqual(['100 % soft']);
    expect(await found('soft_')).toEqual([]);
    expect(await found('circle', 'long')).toContain('100 % soft');
    expect(await found('half-pass')).not.toContain('100 % soft');
    // What only the program says of it is no word of the lesson.
    expect(await found('instructions')).toEqual([]);
  });

  test('a book from before gets its words once, and a search has an index of them', async () => {
    const { lessons } = server.book;
    await lessons.save(someLesson({ title: 'Kept from before' }));
    await server.db.execute('update lessons set words = null');
    const found = async (word: string) => (await lessons.list([word])).map((l) => l.title);
    expect(await found('from before')).toEqual([]);
    await writeWords(server.db);
    expect(await found('from before')).toEqual(['Kept from before']);
    const indexes = await server.db.execute(
      `select indexdef from pg_indexes where indexname = 'lessons_by_words'`,
    );
    expect(JSON.stringify(indexes)).toContain('gin_trgm_ops');
  });
});

describe('documents with revisions', () => {
  test('count up with each save, and refuse one made from an old revision', async () => {
    const { lessons } = server.book;
    const first = await lessons.save(someLesson());
    const second = await lessons.save({ ...first, title: 'Second' });
    expect([first.revision, second.revision]).toEqual([1, 2]);
    const late = { ...first, title: 'Late' };
    await expect(lessons.save(late)).rejects.toBeInstanceOf(RevisionConflict);
    expect(await lessons.get(first.id)).toEqual(second);
  });

  test('the same words again are no new revision, whatever the time says', async () => {
    const { lessons } = server.book;
    const first = await lessons.save(someLesson());
    const again = await lessons.save({
      ...first,
      revision: 0,
      updatedAt: '2027-01-01T00:00:00.000Z',
    });
    expect(again.revision).toBe(1);
  });

  test('two saves at once: one is stored, the other is told', async () => {
    const { horses } = server.book;
    const horse = await horses.save(someHorse());
    const results = await Promise.allSettled([
      horses.save({ ...horse, name: 'One' }),
      horses.save({ ...horse, name: 'Two' }),
    ]);
    expect(results.map((r) => r.status).sort()).toEqual(['fulfilled', 'rejected']);
    const winner = results.find((r) => r.status === 'fulfilled')!;
    expect(await horses.get(horse.id)).toEqual((winner as PromiseFulfilledResult<unknown>).value);
  });

  test('measurements and limits come back as they were', async () => {
    const measured = [
      {
        id: v7(),
        date: '2026-04-01',
        gait: 'trot' as const,
        pace: 'working' as const,
        metres: 48,
        strides: 20.5,
        seconds: 14.2,
      },
    ];
    const horse = await server.book.horses.save(
      someHorse({ measured, limits: { breakEveryMin: 7 } }),
    );
    expect(await server.book.horses.get(horse.id)).toMatchObject({
      measured,
      limits: { breakEveryMin: 7 },
    });
  });

  test('what is removed is gone, and removing it again says so', async () => {
    const lesson = await server.book.lessons.save(someLesson());
    expect(await server.book.lessons.remove(lesson.id)).toBe(true);
    expect(await server.book.lessons.remove(lesson.id)).toBe(false);
    expect(await server.book.lessons.get(lesson.id)).toBeNull();
  });
});

describe('sessions', () => {
  test('are listed newest first, by horse and by day', async () => {
    const horse = await server.book.horses.save(someHorse());
    for (const day of ['2026-03-01', '2026-03-05', '2026-03-03']) {
      await server.book.sessions.save(
        someSession(horse.id, { date: day, startedAt: `${day}T10:00:00.000Z` }),
      );
    }
    const dates = async (filter: object) =>
      (await server.book.sessions.list({ horseId: horse.id, ...filter })).map((s) => s.date);
    expect(await dates({})).toEqual(['2026-03-05', '2026-03-03', '2026-03-01']);
    expect(await dates({ since: '2026-03-03' })).toEqual(['2026-03-05', '2026-03-03']);
    expect(await dates({ limit: 1 })).toEqual(['2026-03-05']);
  });

  test('keep their own copy of the lesson when the lesson is removed', async () => {
    const horse = await server.book.horses.save(someHorse());
    const lesson = await server.book.lessons.save(someLesson());
    const session = await server.book.sessions.save(
      someSession(horse.id, { lessonId: lesson.id, document: lesson.document }),
    );
    await server.book.lessons.remove(lesson.id);
    expect((await server.book.sessions.get(session.id))!.document).toEqual(lesson.document);
  });
});

describe('backups', () => {
  test('are book files beside the book: read back before they get their name, and taken in again', async () => {
    const folder = join(mkdtempSync(join(tmpdir(), 'canter-book-backup-')), 'book');
    await server.book.horses.save(someHorse({ name: 'Kept Apart' }));
    const lines = (now: Date) => server.book.exportLines(now);
    const size = () => server.book.size();
    const now = new Date('2026-05-01T06:00:00Z');
    const file = await backUp({ lines, size, folder }, now);
    expect(readdirSync(`${folder}-backups`)).toEqual([
      `book-2026-05-01T06-00-00-${await size()}-records.jsonl.gz`,
    ]);
    expect(gunzipSync(readFileSync(file)).toString()).toContain('Kept Apart');
    const cut = async function* () {
      yield '{"canterBook":1}\n';
      yield '{"end":{"counts":{},"check":"no"}}\n';
    };
    await expect(backUp({ lines: cut, size, folder }, new Date())).rejects.toThrow('read back');
    const given = AbortSignal.abort();
    await expect(backUp({ lines, size, folder }, new Date(), given)).rejects.toThrow();
    expect(readdirSync(`${folder}-backups`)).toHaveLength(1);
    rmSync(join(folder, '..'), { recursive: true });
  });

  const copy = (at: string, records: number): Copy => ({ name: at, at: new Date(at), records });

  test('a book that was lost and opened eight times keeps its last good copies', () => {
    const good = ['2026-05-01T06:00:00Z', '2026-05-03T06:00:00Z', '2026-05-03T11:00:00Z'];
    const empty = Array.from({ length: 8 }, (_, i) => `2026-05-03T11:${10 + i}:00Z`);
    const copies = [...good.map((at) => copy(at, 900)), ...empty.map((at) => copy(at, 0))];
    const gone = dropped(copies, new Date('2026-05-03T11:30:00Z')).map((c) => c.name);
    expect(gone).toEqual(empty.slice(0, 7).reverse());
  });

  test('thin out with age: a year of six-hourly copies comes down to some thirty', () => {
    const last = Date.parse('2026-12-31T18:00:00Z');
    let kept: Copy[] = [];
    for (let at = Date.parse('2025-06-01T00:00:00Z'); at <= last; at += 6 * 3_600_000) {
      const all = [...kept, copy(new Date(at).toISOString(), at / 1e9)];
      const gone = new Set(dropped(all, new Date(at)));
      kept = all.filter((c) => !gone.has(c));
    }
    expect(kept.length).toBeGreaterThan(25);
    expect(kept.length).toBeLessThan(45);
    const days = kept.map((c) => (last - c.at.getTime()) / 86_400_000);
    for (const age of [0.5, 3, 10, 40, 100, 200, 300]) {
      expect(Math.min(...days.map((d) => Math.abs(d - age)))).toBeLessThan(Math.max(1, age / 4));
    }
  });
});

describe('errors as problems', () => {
  const bodyError = (type: string, status: number) =>
    Object.assign(new Error('x'), { type, status });

  test.each([
    [new Problem(404, 'No such horse', 'Gone.'), 404, 'No such horse'],
    [new RevisionConflict({ a: 1 }, { a: 2 }), 409, 'Saved elsewhere in the meantime'],
    [bodyError('entity.parse.failed', 400), 400, 'This is not JSON'],
    [bodyError('entity.too.large', 413), 413, 'Too large'],
    [bodyError('other', 415), 415, 'Not accepted'],
    [Object.assign(new Error('x'), { cause: { code: '23503' } }), 409, 'Still in use'],
    [new Error('secret path /etc/x'), 500, 'Something went wrong here'],
  ])('%s', (error, status, title) => {
    const body = problemOf(error);
    expect(body).toMatchObject({ status, title });
    expect(JSON.stringify(body)).not.toContain('secret');
  });

  test('a value that is not valid is named with its place', () => {
    const error = z
      .object({ horse: z.object({ height: z.number() }) })
      .safeParse({ horse: { height: 'x' } }).error;
    expect(error).toBeInstanceOf(z.core.$ZodError);
    expect(problemOf(error).detail).toContain('horse.height');
  });
});

describe('the demo yard', () => {
  test('its lessons are well made: nothing above a hint for their own horse', () => {
    for (const { horse, text } of LESSONS) {
      const demo = HORSES.find((h) => h.name === horse)!;
      const parsed = parseLesson(text);
      expect(parsed.faults).toEqual([]);
      const profile = {
        name: demo.name,
        heightCm: demo.heightCm,
        stage: demo.stage,
        hollowSide: demo.hollowSide,
        age: demo.age,
      };
      const found = reviewLesson(parsed.lesson, compileRide(parsed.lesson, profile), parsed);
      expect(found.filter((f) => f.level !== 'hint').map((f) => `${horse}: ${f.code}`)).toEqual([]);
    }
  });

  test('every horse has a lesson and a rider, and scales that follow each other', () => {
    for (const horse of HORSES) {
      expect(LESSONS.some((l) => l.horse === horse.name)).toBe(true);
      expect(horse.riders.every((r) => RIDERS[r] !== undefined)).toBe(true);
      expect(horse.story('rhythm', 'right').from).toBeGreaterThan(
        horse.story('collection', 'right').from,
      );
    }
  });

  test('its chance is the same every time, evenly spread, and normal where it should be', () => {
    const [a, b] = [seeded(7), seeded(7)];
    expect(Array.from({ length: 50 }, a)).toEqual(Array.from({ length: 50 }, b));
    const random = seeded(8);
    const draws = Array.from({ length: 20_000 }, () => normal(random));
    const mean = draws.reduce((sum, v) => sum + v, 0) / draws.length;
    const variance = draws.reduce((sum, v) => sum + (v - mean) ** 2, 0) / draws.length;
    expect(Math.abs(mean)).toBeLessThan(0.03);
    expect(Math.abs(variance - 1)).toBeLessThan(0.05);
  });

  test('its ids are valid, and sort by time', () => {
    const random = seeded(9);
    const ids = [1e12, 1.2e12, 1.7e12].map((at) => seededId(random, at));
    expect(ids.every((id) => z.uuid().safeParse(id).success)).toBe(true);
    expect([...ids].sort()).toEqual(ids);
  });
});

test('a school is asked for some of its horses, or when each worked last', async () => {
  const school = await openTestApp();
  const api = request(school.app);
  const horses = Array.from({ length: 201 }, (_, i) => someHorse({ name: `Horse ${i}` }));
  await school.book.addAll('horse', horses);
  await school.book.sessions.save(someSession(horses[7]!.id));
  const day = '/api/yard?date=2026-05-03';
  const whole = await api.get(day).expect(422);
  expect(whole.body.detail).toContain('100 at most');
  const ids = horses.slice(5, 15).map((h) => h.id);
  // One that is not in the book is left out.
  const some = await api.get(`${day}&horses=${[...ids, v7()].join(',')}`).expect(200);
  const rows = some.body as { horseId: string; lastDate: string | null }[];
  expect(rows.map((r) => r.horseId).sort()).toEqual([...ids].sort());
  expect(rows.find((r) => r.horseId === horses[7]!.id)?.lastDate).toBe('2026-05-02');
  const many = horses.slice(0, 101).map((h) => h.id);
  await api.get(`${day}&horses=${many.join(',')}`).expect(400);
  await api.get(`${day}&horses=x`).expect(400);
  const last = await api.get('/api/yard/last?date=2026-05-03').expect(200);
  expect(last.body).toEqual([
    { horseId: horses[7]!.id, lastDate: '2026-05-02', lastMinutes: null },
  ]);
  await school.close();
}, 30_000);
