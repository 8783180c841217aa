import type { EventEmitter } from 'node:events';
import autocannon, { type Request } from 'autocannon';
import { sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import { parseLesson } from '../../core/src/notation/parse.ts';
import type { LessonRecord } from '../../core/src/book/records.ts';
import { connect, type Connection } from '../../server/src/db/connect.ts';
import { seeded } from '../../server/src/demo/random.ts';
import { createBook, type Book } from '../../server/src/repositories/book.ts';
import { startPostgres } from '../postgres.mjs';
import { asks, DAY, printHead } from './asks.ts';
import { horseNamed, seenIn, sessionOf } from './fiveYears.ts';
import { serve, startServer } from './serve.ts';

/** A school on PostgreSQL: fifty instructors, two thousand horses, five million observations. */

/** Filled in when this is bundled. */
declare const MIGRATIONS: string;

const HORSES = Number(process.env['HORSES'] ?? 2000);
const SESSIONS_A_HORSE = Number(process.env['SESSIONS'] ?? 66);
/** Sessions that are made out one by one; the others are like them. */
const SHAPES = 60;
const INSTRUCTORS = 50;
const A_SECOND = 50;
const MINUTES = Number(process.env['MINUTES'] ?? 10);
const MOST_MS = 100;
/** How often its memory is looked at. */
const A_MINUTE = 6;
const HORSES_A_DAY = 10;

export async function school(): Promise<void> {
  const postgres = await startPostgres();
  try {
    await write(postgres.url);
    await measure(postgres.url);
  } finally {
    postgres.stop();
  }
}

export async function serveSchool(): Promise<void> {
  const url = process.env['DATABASE_URL']!;
  const connection = await connect({ kind: 'url', url }, MIGRATIONS);
  const book = createBook(connection.db);
  const ids = await book.horses.ids();
  const last = new Map((await book.sessions.lastOfEach(DAY)).map((s) => [s.horseId, s.sessionId]));
  const sessions = ids.flatMap((id) => last.get(id) ?? []);
  await serve(connection, book, { ids, sessions }, false);
}

async function write(url: string): Promise<void> {
  const began = performance.now();
  const connection = await connect({ kind: 'url', url }, MIGRATIONS);
  const book = createBook(connection.db);
  const horses = Array.from({ length: HORSES }, (_, i) => horseNamed(`Horse ${i + 1}`));
  await book.addAll('horse', horses);
  for (let h = 0; h < HORSES; h += 20) {
    const sessions = horses
      .slice(h, h + 20)
      .flatMap(({ id }) =>
        Array.from({ length: SESSIONS_A_HORSE }, (_, n) => sessionOf(id, 930 + n)),
      );
    await book.addAll('session', sessions);
  }
  await book.addAll('lesson', lessons(horses));
  await observations(connection);
  const { rows } = (await connection.db.execute(
    sql`select count(*)::int as n from observations`,
  )) as unknown as { rows: { n: number }[] };
  await evidence(book);
  await connection.db.execute(sql`analyze`);
  await connection.close();
  const seconds = (performance.now() - began) / 1000;
  console.log(
    `${rows[0]!.n.toLocaleString('en')} observations of ${HORSES} horses on PostgreSQL, written in ${seconds.toFixed(0)} s`,
  );
}

const TEXT = 'A trot working\nC circle left 20\nH-X-F change rein\nA circle right 20\n'.repeat(4);

/** Three a horse. */
function lessons(horses: readonly { id: string }[]): LessonRecord[] {
  const document = parseLesson(TEXT).lesson;
  const updatedAt = `${DAY}T08:00:00.000Z`;
  const common = { revision: 1, document, tags: [], template: false, updatedAt };
  return horses.flatMap(({ id: horseId }) =>
    ['Suppleness', 'Transitions', 'Loops'].map((title) => ({
      ...common,
      id: v7(),
      title,
      horseId,
    })),
  );
}

/** Each session has what one of a few made-out sessions has, under its own names. */
async function observations({ db }: Connection): Promise<void> {
  const shapes = Array.from({ length: SHAPES }, (_, n) =>
    seenIn(sessionOf(v7(), 930 + n), 930 + n, seeded(n + 1)).map((seen) => ({ n, seen })),
  ).flat();
  await db.transaction(async (tx) => {
    await tx.execute(sql`create temp table shapes (n int, kind text, data jsonb) on commit drop`);
    for (let i = 0; i < shapes.length; i += 200) {
      const values = shapes
        .slice(i, i + 200)
        .map(({ n, seen }) => sql`(${n}, ${seen.kind}, ${JSON.stringify(seen)}::jsonb)`);
      await tx.execute(sql`insert into shapes values ${sql.join(values, sql`, `)}`);
    }
    await tx.execute(sql`set local statement_timeout = 0`);
    await tx.execute(sql`
    insert into observations (id, session_id, horse_id, at, kind, data)
    select made.id, s.id, s.horse_id, s.started_at, shapes.kind,
      shapes.data || jsonb_build_object('id', made.id, 'sessionId', s.id, 'at', shapes.data->>'at')
    from (select *, (row_number() over (order by id) % ${SHAPES})::int as n from sessions) s
    join shapes on shapes.n = s.n
    cross join lateral (select gen_random_uuid() as id where shapes.n = s.n) made`);
  });
}

/** As it comes about over the years: made from what was seen, and read once. */
async function evidence(book: Book): Promise<void> {
  await book.maintain();
  await book.evidence.snapshots(await book.horses.ids());
}

async function measure(url: string): Promise<void> {
  const server = await startServer('serveSchool', { DATABASE_URL: url });
  // Each instructor has the horses of the day, and teaches one of them at a time.
  const ids = server.ids.slice(0, INSTRUCTORS * HORSES_A_DAY);
  const sessions = server.sessions.filter((_, i) => i % HORSES_A_DAY === 0).slice(0, INSTRUCTORS);
  const { get, next, post, aTry, twelveMarks } = asks(sessions);
  const lessons = (await (await fetch(`${server.url}/api/lessons?q=Loops`)).json()) as {
    id: string;
  }[];
  const lesson = async (id: string) =>
    (await (await fetch(`${server.url}/api/lessons/${id}`)).json()) as LessonRecord;
  const open = await Promise.all(lessons.slice(0, INSTRUCTORS).map(({ id }) => lesson(id)));
  const save: Partial<Request> = {
    setupRequest(request) {
      const record = next(open);
      const body = JSON.stringify({ ...record, updatedAt: new Date().toISOString() });
      record.revision++;
      const headers = { 'content-type': 'application/json' };
      return { ...request, method: 'PUT', path: `/api/lessons/${record.id}`, headers, body };
    },
  };
  const days = Array.from({ length: INSTRUCTORS }, (_, i) =>
    ids.slice(i * HORSES_A_DAY, (i + 1) * HORSES_A_DAY),
  );
  const requests: Readonly<Record<string, Partial<Request>>> = {
    'one try': post(() => [aTry()]),
    'the end of a lesson, twelve marks': post(twelveMarks),
    'a lesson, saved while it is typed': save,
    'a lesson at the desk': get(() => `/api/lessons/${next(lessons).id}`),
    'all horses': get(() => '/api/horses'),
    'all lessons': get(() => '/api/lessons'),
    'when each horse worked last': get(() => `/api/yard/last?date=${DAY}`),
    'a horse’s readings': get(() => `/api/horses/${next(ids)}/readings`),
    'what was seen of a horse in a year': get(
      () => `/api/horses/${next(ids)}/seen?kinds=tempo,contact,interval,try&since=2025-06-15`,
    ),
    'the horses of a day': get(() => `/api/yard?date=${DAY}&horses=${next(days).join(',')}`),
  };
  const held: number[] = [];
  const timer = setInterval(() => held.push(server.memoryMB()), 60_000 / A_MINUTE);
  const times = await together(server.url, requests);
  clearInterval(timer);
  printHead(`${A_SECOND} a second for ${MINUTES} minutes, milliseconds`);
  for (const [name, { ms, refused }] of times) {
    ms.sort((x, y) => x - y);
    const at = (share: number) =>
      (ms[Math.floor(share * (ms.length - 1))] ?? 0).toFixed(0).padStart(8);
    const rate = (ms.length / (60 * MINUTES)).toFixed(0).padStart(9);
    console.log(
      `${name.padEnd(44)} ${at(0.5)} ${at(0.99)} ${at(1)} ${rate}${refused > 0 ? `, ${refused} refused` : ''}`,
    );
  }
  console.log(`(aim: 99 % within ${MOST_MS} ms)`);
  const mean = (list: number[]) => list.reduce((x, y) => x + y, 0) / Math.max(1, list.length);
  const minutes = Array.from({ length: Math.floor(held.length / A_MINUTE) }, (_, i) =>
    mean(held.slice(i * A_MINUTE, (i + 1) * A_MINUTE)).toFixed(0),
  );
  console.log(`memory of the server, MB in each minute: ${minutes.join(' ')}`);
  await server.stop();
}

/** Each instructor asks once a second, not all at the same moment: a tenth of them each kind of thing. */
async function together(
  url: string,
  requests: Readonly<Record<string, Partial<Request>>>,
): Promise<Map<string, { ms: number[]; refused: number }>> {
  const kinds = Object.entries(requests);
  const times = new Map(kinds.map(([name]) => [name, { ms: [] as number[], refused: 0 }]));
  const runs: Promise<unknown>[] = [];
  for (let i = 0; i < INSTRUCTORS; i++) {
    const [name, request] = kinds[i % kinds.length]!;
    const run = autocannon({
      url,
      connections: 1,
      connectionRate: A_SECOND / INSTRUCTORS,
      duration: MINUTES * 60,
      requests: [request],
    });
    const own = times.get(name)!;
    (run as unknown as EventEmitter).on(
      'response',
      (_client: unknown, status: number, _bytes: number, ms: number) => {
        own.ms.push(ms);
        if (status >= 400) own.refused++;
      },
    );
    runs.push(run as unknown as Promise<unknown>);
    await new Promise((done) => setTimeout(done, 1000 / INSTRUCTORS));
  }
  await Promise.all(runs);
  return times;
}
