import { existsSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { v7 } from 'uuid';
import type { Observation } from '../../core/src/observations/observation.ts';
import type { Horse, Session } from '../../core/src/book/records.ts';
import { SCALES } from '../../core/src/scales.ts';
import { standingsFrom } from '../../core/src/progress/snapshot.ts';
import { connect, type Connection } from '../../server/src/db/connect.ts';
import { normal, seeded } from '../../server/src/demo/random.ts';
import { createBook, type Book } from '../../server/src/repositories/book.ts';

/** Filled in when this is bundled. */
declare const MIGRATIONS: string;
declare const CACHE: string;

const HORSES = 40;
const SESSIONS_A_HORSE = 1000;
const DAY_MS = 86_400_000;
const FIRST_DAY = Date.parse('2021-06-14T00:00:00Z') / DAY_MS;
const LAST = '2026-06-15';

const SHAPE = `${HORSES}-${SESSIONS_A_HORSE}`;

/**
 * A generated book of forty horses and five years, over 1.5 million observations. It takes minutes to write,
 * so it is kept for the next time.
 */
export async function openFiveYears(): Promise<{
  connection: Connection;
  book: Book;
  ids: string[];
}> {
  const folder = join(CACHE, `five-years-${SHAPE}`);
  const finished = join(folder, 'finished');
  if (!existsSync(finished)) rmSync(folder, { recursive: true, force: true });
  const connection = await connect({ kind: 'folder', folder }, MIGRATIONS);
  const book = createBook(connection.db);
  const ids: string[] = [];
  if (existsSync(finished)) {
    ids.push(...(await book.horses.list()).map((h) => h.id));
    return { connection, book, ids };
  }
  const began = performance.now();
  let count = 0;
  for (let h = 0; h < HORSES; h++) count += await writeHorse(book, h, ids);
  const seconds = (performance.now() - began) / 1000;
  await book.maintain();
  writeFileSync(finished, '');
  const memory = Math.round(process.memoryUsage().rss / 1e6);
  console.log(
    `${count.toLocaleString('en')} observations of ${HORSES} horses written in ${seconds.toFixed(0)} s, ${memory} MB in use`,
  );
  return { connection, book, ids };
}

/** The large book, asked by one who waits. */
export async function fiveYears(): Promise<void> {
  const { connection, book, ids } = await openFiveYears();
  const ask = async (what: string, run: (i: number) => Promise<unknown>) => {
    const times: number[] = [];
    await run(0);
    for (let i = 1; i <= 15; i++) {
      const from = performance.now();
      await run(i);
      times.push(performance.now() - from);
    }
    times.sort((a, b) => a - b);
    console.log(
      `${what.padEnd(52)} ${times[7]!.toFixed(1).padStart(7)} ms, worst ${times[14]!.toFixed(0)}`,
    );
  };
  const horse = (i: number) => ids[i % ids.length]!;
  await book.evidence.snapshots(ids);
  await ask('a horse’s five years of readings', (i) => book.evidence.readings(horse(i)));
  await ask('where the whole yard stands', async () => {
    const snapshots = await book.evidence.snapshots(ids);
    for (const s of snapshots.values()) standingsFrom(s, FIRST_DAY + 1825);
    return book.sessions.lastOfEach(LAST);
  });
  await ask('a horse’s last sessions with their tries', (i) =>
    book.sessions.list({ horseId: horse(i), limit: 60 }),
  );
  await ask('what was measured in the last year', (i) =>
    book.observations.ofHorse(horse(i), ['tempo', 'contact', 'interval', 'try'], '2025-06-15'),
  );
  const [session] = await book.sessions.list({ horseId: horse(3), limit: 1 });
  await ask('one session for the debrief', () => book.observations.ofSession(session!.id));
  await connection.close();
}

async function writeHorse(book: Book, h: number, ids: string[]): Promise<number> {
  const random = seeded(h + 1);
  const horse = horseNamed(`Horse ${h + 1}`);
  await book.horses.save(horse);
  ids.push(horse.id);
  let count = 0;
  for (let s = 0; s < SESSIONS_A_HORSE; s += 100) {
    const sessions = Array.from({ length: 100 }, (_, i) => sessionOf(horse.id, s + i));
    await book.addAll('session', sessions);
    const seen = sessions.flatMap((session, i) => seenIn(session, s + i, random));
    count += (await book.observations.append(seen)).stored;
  }
  return count;
}

export const horseNamed = (name: string): Horse => ({
  id: v7(),
  revision: 0,
  name,
  kind: '',
  bornYear: 2012,
  heightCm: 160,
  stage: 4,
  approach: 'steady-hand',
  hollowSide: null,
  theme: '',
  notes: '',
  riderIds: [],
  measured: [],
  limits: {},
  fitness: 'usual',
  events: [],
});

export function sessionOf(horseId: string, n: number): Session {
  const startedAt = new Date((FIRST_DAY + Math.floor(n * 1.826)) * DAY_MS + 15 * 3_600_000);
  return {
    id: v7(),
    revision: 1,
    horseId,
    riderId: null,
    lessonId: null,
    document: null,
    date: startedAt.toISOString().slice(0, 10),
    startedAt: startedAt.toISOString(),
    endedAt: new Date(startedAt.getTime() + 40 * 60_000).toISOString(),
    minutes: 40,
    notes: '',
    homework: '',
  };
}

/** Twelve marks and twenty-six readings a session. */
export function seenIn(session: Session, n: number, random: () => number): Observation[] {
  const base = () => ({ id: v7(), sessionId: session.id, at: session.startedAt });
  const level = 5 + 1.5 * Math.sin(n / 160);
  const half = (v: number) => Math.round(Math.min(10, Math.max(0, v)) * 2) / 2;
  const reins = ['left', 'right'] as const;
  const marks = SCALES.flatMap((scale) =>
    reins.map((rein): Observation => ({
      ...base(),
      kind: 'mark',
      scale,
      rein,
      value: half(level + 0.7 * normal(random)),
    })),
  );
  const tries = Array.from({ length: 16 }, (_, i): Observation => ({
    ...base(),
    kind: 'try',
    itemId: `i${i}`,
    text: 'C circle left 20',
    rein: reins[i % 2]!,
    gait: 'trot',
    result: random() < 0.7 ? 'good' : 'lost',
    held: Math.floor(12 * random()),
  }));
  const readings = reins.flatMap((rein): Observation[] => [
    {
      ...base(),
      kind: 'contact',
      rein,
      gait: 'trot',
      left: half(2 + normal(random)),
      right: 2,
      when: 'during',
    },
    { ...base(), kind: 'aid', rein, gait: 'trot', answer: random() < 0.6 ? 'at once' : 'late' },
    { ...base(), kind: 'stretch', rein, gait: 'trot', taken: random() < 0.6 ? 'yes' : 'partly' },
    { ...base(), kind: 'head', rein, gait: 'trot', position: random() < 0.8 ? 'at' : 'behind' },
    {
      ...base(),
      kind: 'tempo',
      rein,
      gait: 'trot',
      tapsMs: [0, 770, 1540, 2310, 3080, 3850],
      perMinute: 78,
      scatter: 0.03,
      driftPercent: 0,
    },
  ]);
  return [...marks, ...tries, ...readings];
}
