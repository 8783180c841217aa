import autocannon, { type Request, type Result } from 'autocannon';
import { openFiveYears } from './fiveYears.ts';
import { asks, DAY, print, printHead } from './asks.ts';
import { serve, startServer } from './serve.ts';

/** The five-year book under ten clients at once, and what waits behind a whole export. */

const CLIENTS = 10;
const SECONDS = 6;

/** The server of the large book: clients that shared its process would slow it down. */
export async function serveFiveYears(): Promise<void> {
  const { connection, book, ids } = await openFiveYears();
  const lists = await Promise.all(ids.map((horseId) => book.sessions.list({ horseId, limit: 1 })));
  const sessions = lists.flatMap(([s]) => (s ? [s.id] : []));
  await book.evidence.snapshots(ids);
  await serve(connection, book, { ids, sessions }, true);
}

export async function load(): Promise<void> {
  const { url, ids, sessions, stop } = await startServer('serveFiveYears');
  const { get, next, post, aTry, twelveMarks } = asks(sessions);
  const requests: Readonly<Record<string, Partial<Request>>> = {
    'the yard today': get(() => `/api/yard?date=${DAY}`),
    'a horse’s readings': get(() => `/api/horses/${next(ids)}/readings`),
    'what was seen of a horse in a year': get(
      () => `/api/horses/${next(ids)}/seen?kinds=tempo,contact,interval,try&since=2025-06-15`,
    ),
    'one try': post(() => [aTry()]),
    'the end of a lesson, twelve marks': post(twelveMarks),
  };
  printHead(`${CLIENTS} clients at once, milliseconds`);
  const options = { url, connections: CLIENTS, duration: SECONDS };
  for (const [name, request] of Object.entries(requests)) {
    print(name, await autocannon({ ...options, requests: [request] }));
  }
  for (const path of ['/api/book/export', '/api/book/readings.csv', '/api/book/sessions.csv']) {
    await behind(url + path, (signal) => waited(url, requests['one try']!, signal));
  }
  await stop();
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
