import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import pino from 'pino';
import { createApp } from '../../server/src/app.ts';
import type { Connection } from '../../server/src/db/connect.ts';
import type { Book } from '../../server/src/repositories/book.ts';
import { doorStores } from '../../server/src/repositories/door/stores.ts';

/** A server in a process of its own: clients that shared it would slow it down. */

/** What the server, in a process of its own, tells the one who asks. */
interface Served extends Asked {
  readonly url: string;
}

interface Asked {
  readonly ids: readonly string[];
  /** The last session of each horse. */
  readonly sessions: readonly string[];
}

export async function serve(
  connection: Connection,
  book: Book,
  asked: Asked,
  alone: boolean,
): Promise<void> {
  const app = createApp({
    ...doorStores(connection.db),
    book,
    logger: pino({ level: 'silent' }),
    demo: null,
    ping: () => connection.ping(),
    requestsAMinute: 1e9,
    alone,
    changes: connection.changes,
  });
  const server = app.listen(0, '127.0.0.1');
  await new Promise((open) => server.once('listening', open));
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  process.stdout.write(`${SERVED}${JSON.stringify({ url, ...asked } satisfies Served)}\n`);
  await new Promise((end) => process.once('SIGTERM', end));
  server.closeAllConnections();
  server.close();
  await connection.close();
}

const SERVED = 'served: ';

export async function startServer(name: string, env: Readonly<Record<string, string>> = {}) {
  const child = spawn(process.execPath, [process.argv[1]!, name], {
    env: { ...process.env, ...env },
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
  /** What it holds of the machine's memory, in megabytes (Linux). */
  const memoryMB = () =>
    Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1]) / 1000;
  return { ...served, memoryMB, stop };
}
