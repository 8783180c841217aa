import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { getTableConfig, PgTable } from 'drizzle-orm/pg-core';
import { asc, is, sql } from 'drizzle-orm';
import { Readable } from 'node:stream';
import { v7 } from 'uuid';
import { EXERCISES } from '@canter-book/core/exercises/catalogue';
import * as door from './db/doorTables.ts';
import * as schema from './db/schema.ts';
import { seedDemo } from './demo/seed.ts';
import { createBook } from './repositories/book.ts';
import { linesIn } from './repositories/bundle/format.ts';
import { openTestApp, someLesson, someSession } from './testing/app.ts';

type Server = Awaited<ReturnType<typeof openTestApp>>;

let [first, second]: Server[] = [];
beforeAll(async () => {
  [first, second] = [await openTestApp(), await openTestApp()];
}, 60_000);
afterAll(async () => {
  await first!.close();
  await second!.close();
});

const tablesIn = (module: object): PgTable[] =>
  Object.values(module).filter((t) => is(t, PgTable)) as unknown as PgTable[];
/** Empty but while an import is under way. */
const OF_AN_IMPORT: readonly PgTable[] = [schema.importsUnderWay, schema.importPages];
/** Of this place, not of the book: who is let in. */
const OF_THE_DOOR = tablesIn(door);
const ALL_TABLES = tablesIn(schema);
const TABLES = ALL_TABLES.filter((t) => ![...OF_AN_IMPORT, ...OF_THE_DOOR].includes(t));

const textOf = async ({ book }: Server) => {
  let text = '';
  for await (const part of book.exportLines(new Date('2026-06-15T12:00:00Z'))) text += part;
  return text;
};

const rowsOf = async ({ db }: Server, table: PgTable) => {
  const { columns, primaryKeys } = getTableConfig(table);
  const keys = columns.filter((c) => c.primary);
  const order = keys.length > 0 ? keys : primaryKeys.flatMap((k) => k.columns);
  return db
    .select()
    .from(table)
    .orderBy(...order.map((c) => asc(c)));
};

/** Something in every table, also what is easily forgotten. */
async function fill({ book, db }: Server) {
  await db.transaction((tx) => seedDemo(createBook(tx), new Date('2026-06-15T12:00:00Z'), 5));
  await book.exercises.save({
    id: v7(),
    revision: 0,
    exercise: { ...EXERCISES[0]!, id: 'own', name: 'Own' },
  });
  let lesson = await book.lessons.save(someLesson({ updatedAt: '2026-05-01T08:00:00.000Z' }));
  for (const [title, hour] of [
    ['Second', '10'],
    ['Third', '12'],
  ]) {
    lesson = await book.lessons.save({
      ...lesson,
      title: title!,
      updatedAt: `2026-05-01T${hour}:00:00.000Z`,
    });
  }
  await book.lessons.save({ ...lesson, removedAt: '2026-05-02T08:00:00.000Z' });
  const [horse, retired] = await book.horses.list();
  await book.horses.save({ ...retired!, retiredOn: '2026-06-01' });
  const next = [{ exercise: 'shoulder-in', rung: 1, next: 'rest' as const }];
  const session = someSession(horse!.id, { date: '2024-03-02', next });
  await book.imports.take({
    sessions: [session],
    observations: [
      { id: v7(), sessionId: session.id, at: session.startedAt, kind: 'note', text: 'soft' },
    ],
    join: false,
    as: { id: v7(), madeAt: new Date('2026-06-01T08:00:00Z'), source: 'spring.csv' },
  });
  const [some] = await book.sessions.list({ horseId: horse!.id, limit: 1 });
  const taken = (await book.sessions.get(some!.id))!;
  await book.sessions.save({ ...taken, removedAt: '2026-06-10T08:00:00.000Z' });
  await book.evidence.snapshots((await book.horses.list()).map((h) => h.id));
}

test('out of one book and into an empty one: the same bytes, and every table the same', async () => {
  await fill(first!);
  const text = await textOf(first!);
  const report = await second!.book.importLines(linesIn(Readable.from([Buffer.from(text)])), {
    check: false,
  });
  expect(report).toMatchObject({ whole: true, refusedCount: 0 });
  expect(await textOf(second!)).toBe(text);
  await second!.book.evidence.snapshots((await second!.book.horses.list()).map((h) => h.id));
  for (const table of TABLES) {
    const { name } = getTableConfig(table);
    const [a, b] = [await rowsOf(first!, table), await rowsOf(second!, table)];
    expect([name, a.length > 0]).toEqual([name, true]);
    expect([name, b]).toEqual([name, a]);
  }
}, 120_000);

describe('an import that does not come to its end', () => {
  /** The lines of the first book, and what happens before the last. */
  async function* linesAnd(happens: () => Promise<void>) {
    const lines = (await textOf(first!)).trimEnd().split('\n');
    yield* lines.slice(0, -1);
    await happens();
    yield lines.at(-1)!;
  }
  const rowCounts = async ({ db }: Server) =>
    Object.fromEntries(
      await Promise.all(
        ALL_TABLES.map(async (t) => [getTableConfig(t).name, await db.$count(t)] as const),
      ),
    );

  let third: Server;
  beforeAll(async () => {
    third = await openTestApp();
  }, 60_000);
  afterAll(() => third.close());

  test('because its lines break off, leaves every table as it was', async () => {
    const { book } = third;
    const before = await rowCounts(third);
    let during = before;
    const lines = linesAnd(async () => {
      during = await rowCounts(third);
      throw new Error('gone');
    });
    await expect(book.importLines(lines, { check: false })).rejects.toThrow('gone');
    expect(during['observations']).toBeGreaterThan(1000);
    expect(await rowCounts(third)).toEqual(before);
  }, 120_000);

  test('because it stands still, is taken out but for what was built upon it', async () => {
    const { book, db } = third;
    const lines = linesAnd(async () => {
      const [horse] = await book.horses.list();
      await book.sessions.save(someSession(horse!.id));
      expect(await book.undoBrokenImports({ alone: false })).toBe(0);
      await db.execute(sql`update imports_under_way set touched_at = now() - interval '1 hour'`);
      expect(await book.undoBrokenImports({ alone: false })).toBe(1);
    });
    await expect(book.importLines(lines, { check: false })).rejects.toMatchObject({ status: 409 });
    const { horses, sessions, observations, imports, import_pages } = await rowCounts(third);
    expect([horses, sessions, observations, imports, import_pages]).toEqual([1, 1, 0, 0, 0]);
    // And it can be imported after all.
    const whole = await book.importLines(
      linesAnd(async () => {}),
      { check: false },
    );
    expect(whole).toMatchObject({ whole: true, refusedCount: 0, known: { horse: 1 } });
  }, 120_000);
});

test('a session that is taken out says nothing any more, and everything again when it comes back', async () => {
  const { book, db } = first!;
  const horses = await book.horses.list();
  const horse = horses[0]!;
  const before = await book.evidence.readings(horse.id);
  const listed = await book.sessions.list({ horseId: horse.id });
  const session = (await book.sessions.get(listed[0]!.id))!;
  const out = await book.sessions.save({ ...session, removedAt: '2026-06-15T08:00:00.000Z' });
  const without = await book.evidence.readings(horse.id);
  expect(without.readings.length).toBeLessThan(before.readings.length);
  expect((await book.sessions.list({ horseId: horse.id })).map((s) => s.id)).not.toContain(out.id);
  const pages: string[] = [];
  for await (const page of book.sessions.pages()) pages.push(...page.map((p) => p.date));
  const counted = await db.execute(sql`select 1 from sessions where removed_at is null`);
  expect(pages).toHaveLength((counted as unknown as { rows: unknown[] }).rows.length);
  const { removedAt: _, ...back } = out;
  await book.sessions.save(back);
  expect(await book.evidence.readings(horse.id)).toEqual(before);
});

test('a lesson that is thrown away can be found and brought back, until it is purged', async () => {
  const { lessons } = first!.book;
  const lesson = await lessons.save(someLesson({ title: 'Away' }));
  const away = await lessons.save({ ...lesson, removedAt: '2026-06-15T08:00:00.000Z' });
  expect((await lessons.list()).map((l) => l.title)).not.toContain('Away');
  expect((await lessons.removed()).map((l) => l.title)).toContain('Away');
  const { removedAt: _, ...back } = away;
  await lessons.save(back);
  expect((await lessons.list()).map((l) => l.title)).toContain('Away');
  expect((await lessons.versions(lesson.id)).length).toBeGreaterThan(0);
  expect(await lessons.purge(new Date('2026-06-01T00:00:00Z'))).toBe(1);
  expect(await lessons.removed()).toEqual([]);
});
