import { existsSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { parseArgs } from 'node:util';
import type { Express } from 'express';
import pino from 'pino';
import { createApp } from './app.ts';
import { freeBytesOf } from './db/backup.ts';
import { CannotOpenError, connect, type Connection, type Where } from './db/connect.ts';
import { BookInUseError } from './db/lock.ts';
import { readFolder } from './calendar/take.ts';
import { DEMO_YARD, seedDemo } from './demo/seed.ts';
import { demoWeather } from './demo/timetable.ts';
import { airOn } from './routes/weather.ts';
import { Copies } from './keeping/copies.ts';
import { plannerIn } from './planning/planner.ts';
import { isWished, openDoor, proxiedDoor, shutDoor, type OpenDoor } from './phones/open.ts';
import { auditLog } from './repositories/audit.ts';
import { createBook, type Book } from './repositories/book.ts';
import { doorStores } from './repositories/door/stores.ts';
import { loggable, problemOf } from './routes/errors.ts';

/** The only file that reads the environment and the command line. */

/** With several servers on one database, a broken import is only known by standing still. */
const LOOK_FOR_BROKEN_MS = 60_000;
const COPY_EVERY_MS = 6 * 3600 * 1000;
/** Lessons that were thrown away can be brought back for so long. */
const REMOVED_FOR_MS = 60 * 24 * 3600 * 1000;

const here = dirname(fileURLToPath(import.meta.url));

/** Beside the built program, or where it lies in the sources. */
const inFolders = (built: string, source: string): string | undefined =>
  [join(here, built), join(here, source)].find(existsSync);

interface Settings {
  readonly port: number;
  readonly host: string;
  readonly hosts: readonly string[];
  readonly demo: boolean;
  readonly folder: string;
  readonly web: string;
  readonly where: Where;
  /** Whether phones are let in. */
  readonly phones: boolean;
  readonly httpsPort: number;
  readonly tls: { readonly cert: string; readonly key: string } | undefined;
  readonly proxies: number;
}

/** @throws CannotOpenError */
function settings(): Settings {
  const { values } = readArguments();
  const port = numberIn('PORT', 4780, MOST_PORT);
  const folder = resolve(values.data ?? (values.demo ? 'demo-book' : 'book'));
  const phones = values.phones || isWished(folder);
  const host = process.env.HOST || (phones ? '0.0.0.0' : '127.0.0.1');
  const { TLS_CERT: cert, TLS_KEY: key } = process.env;
  if (!cert !== !key) throw new CannotOpenError('TLS_CERT and TLS_KEY belong together: give both.');
  return {
    port,
    host,
    hosts: [host, ...(process.env.ALLOWED_HOSTS ?? '').split(',')]
      .map((h) => h.trim())
      .filter(Boolean),
    demo: values.demo,
    phones,
    httpsPort: numberIn('HTTPS_PORT', port === 0 ? 0 : Math.min(port + 1, MOST_PORT), MOST_PORT),
    tls: cert && key ? { cert, key } : undefined,
    proxies: numberIn('TRUST_PROXY', 0, 9),
    folder,
    web: resolve(values.web ?? join(here, '../web')),
    where: process.env.DATABASE_URL
      ? { kind: 'url', url: process.env.DATABASE_URL }
      : { kind: 'folder', folder, fresh: inFolders('fresh-book', '../../.cache/fresh-book') },
  };
}

const MOST_PORT = 65_535;

/** @throws CannotOpenError */
function numberIn(name: string, usual: number, most: number): number {
  const given = process.env[name];
  const number = Number(given || usual);
  if (Number.isInteger(number) && number >= 0 && number <= most) return number;
  throw new CannotOpenError(
    `${name} must be a number from 0 to ${most}, got "${given}". For example: ${name}=${usual || 1} npm start`,
  );
}

function readArguments() {
  try {
    return parseArgs({
      options: {
        data: { type: 'string' },
        demo: { type: 'boolean', default: false },
        web: { type: 'string' },
        phones: { type: 'boolean', default: false },
      },
    });
  } catch (error) {
    throw new CannotOpenError(
      `${(error as Error).message} Known are --data DIR and --demo; --phones lets phones in.`,
    );
  }
}

const logger = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
/** A calendar that was changed is read within a minute. */
const READ_CALENDARS_MS = 60_000;
const say = (line: string) => process.stdout.write(`${line}\n`);

async function main() {
  const set = settings();
  const { where, folder } = set;
  const migrations = inFolders('migrations', 'db/migrations')!;
  const connection = await connect(where, migrations, (error) =>
    logger.warn(loggable(error), 'A connection to the database broke'),
  );
  const book = createBook(connection.db);
  await prepare(connection, book, set);
  const copies =
    where.kind === 'folder'
      ? new Copies(book, folder, say, (error) => logger.error(loggable(error), 'safety copy'))
      : null;
  const thread = inFolders('planning/thread.js', 'planning/thread.ts')!;
  const planner = plannerIn(pathToFileURL(thread));
  const phones = set.phones ? await openDoor({ ...set, own: set.tls }) : null;
  const audit = auditLog(connection.db, (error) => logger.error(loggable(error), 'audit'));
  const app = createApp({
    book,
    ...doorStores(connection.db),
    audit,
    changes: connection.changes,
    door: phones?.door ?? (set.proxies > 0 ? proxiedDoor(folder, set.hosts) : shutDoor(folder)),
    proxies: set.proxies,
    planner,
    logger,
    demo: set.demo ? DEMO_YARD : null,
    ping: () => connection.ping(),
    hosts: set.hosts,
    weather: (date) => airOn(join(folder, 'weather.json'), date),
    ...(where.kind === 'folder' && { alone: true, freeBytes: () => freeBytesOf(folder) }),
    ...(copies && { copies }),
    onWrite: () => copies?.changed(),
    ...(existsSync(join(set.web, 'index.html')) && { webFolder: set.web }),
  });
  const servers = listening(app, set, phones, (error) => {
    process.stderr.write(`${error}\n`);
    void connection.close().then(() => process.exit(1));
  });
  const timers = [setInterval(() => void copies?.keep(), COPY_EVERY_MS)];
  const calendarsRead = new Map<string, number>();
  const readCalendars = () =>
    readFolder(book, join(folder, 'calendars'), calendarsRead).then(
      (said) => said.forEach((line) => logger.warn(line)),
      (error: unknown) => logger.warn(loggable(error), 'reading calendars'),
    );
  void readCalendars();
  timers.push(setInterval(() => void readCalendars(), READ_CALENDARS_MS));
  if (where.kind === 'url') {
    timers.push(setInterval(() => void undoBroken(connection, book), LOOK_FOR_BROKEN_MS));
  }

  let asked = 0;
  const close = async () => {
    asked++;
    // Asked again: whoever closes the book is in a hurry.
    if (asked > 1) return copies?.giveUp();
    timers.forEach(clearInterval);
    phones?.close();
    for (const server of servers) {
      server.close();
      server.closeAllConnections();
    }
    await planner.close();
    await audit.settled();
    const missing = (await copies?.keepLast()) ?? null;
    await connection.close();
    say(
      missing === null
        ? 'Closed. Everything is kept.'
        : `Closed. What you entered is kept in the book; the safety copy was not written: ${missing}`,
    );
    process.exit(0);
  };
  const closing = () =>
    void close().catch((error: unknown) => {
      logger.error(loggable(error), 'closing');
      process.exit(1);
    });
  process.on('SIGINT', closing);
  process.on('SIGTERM', closing);
}

/** Opens the doors: one on this machine, and two for phones where they are let in. */
function listening(
  app: Express,
  set: Settings,
  phones: OpenDoor | null,
  failed: (why: string) => void,
): Server[] {
  const { port, host, httpsPort, folder, where } = set;
  const doors = phones?.listen(app);
  const plain = doors?.plain ?? createServer(app);
  const portOf = (server: Server, wanted: number): number => {
    const address = server.address();
    return typeof address === 'object' && address ? address.port : wanted;
  };
  const open: [Server, number][] = doors
    ? [
        [plain, port],
        [doors.secure, httpsPort],
      ]
    : [[plain, port]];
  let isGivenUp = false;
  for (const [server, at] of open) {
    server.on('error', (error: NodeJS.ErrnoException) => {
      if (!isGivenUp) failed(whyNotListening(error, { ...set, port: at }));
      isGivenUp = true;
    });
    server.listen(at, host);
  }
  plain.on('listening', () => {
    say(`Canter Book is open at http://${phones ? '127.0.0.1' : host}:${portOf(plain, port)}`);
    if (where.kind === 'folder') say(`The book lies in ${folder}. Ctrl-C closes it.`);
  });
  doors?.secure.on('listening', () =>
    say(
      `Phones come in over https on port ${portOf(doors.secure, httpsPort)}: Book, then Phones, shows how.`,
    ),
  );
  return open.map(([server]) => server);
}

/** What has to be done before anybody is let in. */
async function prepare(
  connection: Connection,
  book: Book,
  { demo, where, folder }: Settings,
): Promise<void> {
  const first = async () => {
    if (demo && (await book.isEmpty())) {
      say(`Writing the demo yard, ${DEMO_YARD} …`);
      // All of it or nothing: an interrupted start must not leave half a yard.
      await connection.db.transaction((tx) => seedDemo(createBook(tx), new Date()));
      await book.maintain();
      await demoWeather(join(folder, 'weather.json'), new Date());
    }
    if ((await book.undoBrokenImports({ alone: where.kind !== 'url' })) > 0) {
      say('An import was broken off: nothing of it was kept. Import the file again.');
    }
    await book.lessons.purge(new Date(Date.now() - REMOVED_FOR_MS));
  };
  // Servers that start together do it one after the other.
  await connection.job(first, { wait: true });
}

async function undoBroken(connection: Connection, book: Book): Promise<void> {
  try {
    await connection.job(() => book.undoBrokenImports({ alone: false }));
  } catch (error) {
    logger.warn(loggable(error), 'looking for broken imports');
  }
}

function whyNotListening(error: NodeJS.ErrnoException, { port, host }: Settings): string {
  if (error.code === 'EADDRINUSE') {
    return `Port ${port} is in use. Start with another: PORT=${port < 65_535 ? port + 1 : 4780} npm start`;
  }
  if (error.code === 'EACCES') return `Port ${port} is not open to this user. Take one above 1023.`;
  if (error.code === 'EADDRNOTAVAIL') return `HOST ${host} is not an address of this machine.`;
  return `The book cannot be served: ${error.message}`;
}

/** A sentence for what a person can put right; a trace for what only a developer can. */
function whyNotOpen(error: unknown): string {
  if (error instanceof BookInUseError || error instanceof CannotOpenError) return error.message;
  if (problemOf(error).status === 503) {
    return 'The database of DATABASE_URL does not answer. Check the address, and that it is running.';
  }
  const { code } = error as NodeJS.ErrnoException;
  if (code === 'ENOSPC')
    return 'The disk is full. Make room, then start again. Nothing was changed.';
  return String((error as Error).stack ?? error);
}

main().catch((error: unknown) => {
  process.stderr.write(`${whyNotOpen(error)}\n`);
  process.exit(1);
});
