import { spawn } from 'node:child_process';
import type { AddressInfo } from 'node:net';
import autocannon, { type Request, type Result } from 'autocannon';
import pino from 'pino';
import { v7 } from 'uuid';
import type { Observation } from '../../core/src/observations/observation.ts';
import { SCALES } from '../../core/src/observations/scales.ts';
import { createApp } from '../../server/src/app.ts';
import { doorStores } from '../../server/src/repositories/doorStores.ts';
import { openFiveYears } from './fiveYears.ts';

/** The five-year book under ten clients at once, and what waits behind a whole export. */

const CLIENTS = 10;
const SECONDS = 6;
const DAY = '2026-06-15';

/** What the server, in a process of its own, tells the one who asks. */
interface Served {
  readonly url: string;
  readonly ids: readonly string[];
  /** The last session of each horse. */
  readonly sessions: readonly string[];
}

/** The server of the large book: clients that shared its process would slow it down. */
export async function serveFiveYears(): Promise<void> {
  const { connection, book, ids } = await openFiveYears();
  const app = createApp({
    ...doorStores(connection.db),
    book,
    logger: pino({ level: 'silent' }),
    demo: null,
    ping: () => connection.ping(),
    requestsAMinute: 1e9,
    alone: true,
  });
  const server = app.listen(0, '127.0.0.1');
  await new Promise((open) => server.once('listening', open));
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const lists = await Promise.all(ids.map((horseId) => book.sessions.list({ horseId, limit: 1 })));
  const sessions = lists.flatMap(([s]) => (s ? [s.id] : []));
  await book.evidence.snapshots(ids);
  process.stdout.write(`${SERVED}${JSON.stringify({ url, ids, sessions } satisfies Served)}\n`);
  await new Promise((end) => process.once('SIGTERM', end));
  server.closeAllConnections();
  server.close();
  await connection.close();
}

const SERVED = 'served: ';

async function startServer() {
  const child = spawn(process.execPath, [process.argv[1]!, 'serveFiveYears'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const served = await new Promise<Served>((told, fail) => {
    let said = '';
    child.stdout.on('data', (d) => {
      said += String(d);
      const line = said.split('\n').find((l) => l.startsWith(SERVED));
      if (line && said.endsWith('\n')) told(JSON.parse(line.slice(SERVED.length)) as Served);
    });
    child.once('exit', () => fail(new Error('The server did not start.')));
  });
  const stop = async () => {
    child.kill('SIGTERM');
    await new Promise((gone) => child.once('exit', gone));
  };
  return { ...served, stop };
}

export async function load(): Promise<void> {
  const { url, ids, sessions, stop } = await startServer();
  let turn = 0;
  const next = <T>(list: readonly T[]): T => list[turn++ % list.length]!;
  const get = (path: () => string): Partial<Request> => ({
    setupRequest: (request) => ({ ...request, method: 'GET', path: path() }),
  });
  const post = (observations: () => Observation[]): Partial<Request> => ({
    setupRequest: (request) => ({
      ...request,
      method: 'POST',
      path: '/api/observations',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ observations: observations() }),
    }),
  });
  const base = (sessionId: string) => ({ id: v7(), sessionId, at: `${DAY}T15:00:00Z` });
  const aTry = (): Observation => ({
    ...base(next(sessions)),
    kind: 'try',
    itemId: 'i1',
    text: 'C circle left 20',
    rein: 'left',
    gait: 'trot',
    result: 'good',
    held: 6,
  });
  const twelveMarks = (): Observation[] => {
    const sessionId = next(sessions);
    return SCALES.flatMap((scale) =>
      (['left', 'right'] as const).map((rein): Observation => ({
        ...base(sessionId),
        kind: 'mark',
        scale,
        rein,
        value: 6,
      })),
    );
  };
  const requests: Readonly<Record<string, Partial<Request>>> = {
    'the yard today': get(() => `/api/yard?date=${DAY}`),
    'a horse’s readings': get(() => `/api/horses/${next(ids)}/readings`),
    'what was seen of a horse in a year': get(
      () => `/api/horses/${next(ids)}/seen?kinds=tempo,contact,interval,try&since=2025-06-15`,
    ),
    'one try': post(() => [aTry()]),
    'the end of a lesson, twelve marks': post(twelveMarks),
  };
  console.log(
    `\n${`${CLIENTS} clients at once, milliseconds`.padEnd(44)} ${'median'.padStart(8)} ${'99 %'.padStart(8)} ${'worst'.padStart(8)} ${'a second'.padStart(9)}`,
  );
  const options = { url, connections: CLIENTS, duration: SECONDS };
  for (const [name, request] of Object.entries(requests)) {
    print(name, await autocannon({ ...options, requests: [request] }));
  }
  for (const path of ['/api/book/export', '/api/book/readings.csv', '/api/book/sessions.csv']) {
    await behind(url + path, (signal) => waited(url, requests['one try']!, signal));
  }
  await stop();
}

function print(name: string, { latency, requests, non2xx }: Result): void {
  const ms = (value: number) => value.toFixed(0).padStart(8);
  const refused = non2xx > 0 ? `, ${non2xx} refused` : '';
  console.log(
    `${name.padEnd(44)} ${ms(latency.p50)} ${ms(latency.p99)} ${ms(latency.max)} ${requests.average.toFixed(0).padStart(9)}${refused}`,
  );
}

/** Asks for a large thing, and measures what others wait meanwhile. */
async function behind(
  url: string,
  measure: (signal: AbortSignal) => Promise<Result>,
): Promise<void> {
  const done = new AbortController();
  const measured = measure(done.signal);
  const began = performance.now();
  let bytes = 0;
  const answer = await fetch(url);
  for await (const chunk of answer.body!) bytes += (chunk as Uint8Array).length;
  const seconds = (performance.now() - began) / 1000;
  done.abort();
  const path = new URL(url).pathname;
  print(`one try, behind ${path}`, await measured);
  console.log(`  (${(bytes / 1e6).toFixed(0)} MB in ${seconds.toFixed(1)} s)`);
}

async function waited(url: string, request: Partial<Request>, signal: AbortSignal) {
  const run = autocannon({
    url,
    connections: 2,
    duration: 600,
    overallRate: 20,
    requests: [request],
  });
  signal.addEventListener('abort', () => (run as unknown as { stop(): void }).stop());
  return run;
}
