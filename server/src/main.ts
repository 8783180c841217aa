import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import pino from 'pino';
import { createApp } from './app.ts';
import { freeBytesOf } from './db/backup.ts';
import { CannotOpenError, connect, type Connection } from './db/connect.ts';
import { BookInUseError } from './db/lock.ts';
import { readFolder } from './calendar/take.ts';
import { DEMO_YARD, seedDemo } from './demo/seed.ts';
import { demoWeather } from './demo/timetable.ts';
import { airOn } from './routes/weather.ts';
import { listening } from './listening.ts';
import { Copies } from './keeping/copies.ts';
import { plannerIn } from './planning/planner.ts';
import { openDoor, proxiedDoor, shutDoor } from './phones/open.ts';
import { auditLog } from './repositories/audit.ts';
import { createBook, type Book } from './repositories/book.ts';
import { doorStores } from './repositories/door/stores.ts';
import { loggable, problemOf } from './routes/errors.ts';
import { inFolders, LOG_LEVEL, settings, type Settings } from './settings.ts';

/** With several servers on one database, a broken import is only known by standing still. */
const LOOK_FOR_BROKEN_MS = 60_000;
const COPY_EVERY_MS = 6 * 3600 * 1000;
/** Lessons that were thrown away can be brought back for so long. */
const REMOVED_FOR_MS = 60 * 24 * 3600 * 1000;

/** A calendar that was changed is read within a minute. */
const READ_CALENDARS_MS = 60_000;

const logger = pino({ level: LOG_LEVEL });
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
  const servers = listening(app, set, phones, {
    say,
    failed(why) {
      process.stderr.write(`${why}\n`);
      void connection.close().then(() => process.exit(1));
    },
  });
  const timers = regularly(connection, book, copies, set);
  closeWhenAsked(copies, async () => {
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
    return missing;
  });
}

/** Periodic jobs while the book is open. */
function regularly(
  connection: Connection,
  book: Book,
  copies: Copies | null,
  { folder, where }: Settings,
): NodeJS.Timeout[] {
  const calendarsRead = new Map<string, number>();
  const readCalendars = () =>
    readFolder(book, join(folder, 'calendars'), calendarsRead).then(
      (said) => said.forEach((line) => logger.warn(line)),
      (error: unknown) => logger.warn(loggable(error), 'reading calendars'),
    );
  void readCalendars();
  const timers = [
    setInterval(() => void copies?.keep(), COPY_EVERY_MS),
    setInterval(() => void readCalendars(), READ_CALENDARS_MS),
  ];
  if (where.kind === 'url')
    timers.push(setInterval(() => void undoBroken(connection, book), LOOK_FOR_BROKEN_MS));
  return timers;
}

/** @param close answers why the safety copy is missing, null when it is there */
function closeWhenAsked(copies: Copies | null, close: () => Promise<string | null>): void {
  let asked = 0;
  const closing = async () => {
    asked++;
    // Asked again: whoever closes the book is in a hurry.
    if (asked > 1) return copies?.giveUp();
    const missing = await close();
    say(
      missing === null
        ? 'Closed. Everything is kept.'
        : `Closed. What you entered is kept in the book; the safety copy was not written: ${missing}`,
    );
    process.exit(0);
  };
  const orFail = () =>
    void closing().catch((error: unknown) => {
      logger.error(loggable(error), 'closing');
      process.exit(1);
    });
  process.on('SIGINT', orFail);
  process.on('SIGTERM', orFail);
}

/** Jobs before the first request is served. */
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
