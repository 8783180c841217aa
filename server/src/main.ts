import { existsSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import pino from 'pino';
import { createApp } from './app.ts';
import { backUp } from './db/backup.ts';
import { connect, type Where } from './db/connect.ts';
import { BookInUseError } from './db/lock.ts';
import { DEMO_YARD, seedDemo } from './demo/seed.ts';
import { createBook } from './repositories/book.ts';

/** The only file that reads the environment and the command line. */

const BACKUP_EVERY_MS = 6 * 3600 * 1000;
const here = dirname(fileURLToPath(import.meta.url));

const { values } = parseArgs({
  options: {
    data: { type: 'string' },
    demo: { type: 'boolean', default: false },
    web: { type: 'string' },
  },
});

const port = Number(process.env.PORT ?? 4780);
const host = process.env.HOST ?? '127.0.0.1';
const logger = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
const folder = resolve(values.data ?? (values.demo ? 'demo-book' : 'book'));
const migrations = [join(here, 'migrations'), join(here, 'db/migrations')].find((f) =>
  existsSync(f),
)!;
const web = resolve(values.web ?? join(here, '../web'));
const where: Where = process.env.DATABASE_URL
  ? { kind: 'url', url: process.env.DATABASE_URL }
  : { kind: 'folder', folder };

async function main() {
  const connection = await connect(where, migrations);
  const book = createBook(connection.db);
  if (values.demo && (await book.isEmpty())) {
    process.stdout.write(`Writing the demo yard, ${DEMO_YARD} …\n`);
    await seedDemo(book, new Date());
    await book.maintain();
  }
  const filled = await book.evidence.fillMissing();
  if (filled > 0) process.stdout.write(`Read what ${filled} earlier sessions say of each scale.\n`);
  const app = createApp({
    book,
    logger,
    demo: values.demo ? DEMO_YARD : null,
    ...(existsSync(join(web, 'index.html')) && { webFolder: web }),
  });
  const server = app.listen(port, host, () => {
    process.stdout.write(`Canter Book is open at http://${host}:${port}\n`);
    if (where.kind === 'folder')
      process.stdout.write(`The book lies in ${folder}. Ctrl-C closes it.\n`);
  });
  server.on('error', (error: NodeJS.ErrnoException) => {
    const why =
      error.code === 'EADDRINUSE'
        ? `Port ${port} is in use. Start with another: PORT=${port + 1}`
        : error.message;
    process.stderr.write(`${why}\n`);
    void connection.close().then(() => process.exit(1));
  });
  const keepCopy = async () => {
    if (!connection.dump) return;
    await backUp(connection.dump, folder, new Date()).catch((error) =>
      logger.error(error, 'backup'),
    );
  };
  const timer = setInterval(() => void keepCopy(), BACKUP_EVERY_MS);

  let closing = false;
  const close = () => {
    if (closing) return;
    closing = true;
    clearInterval(timer);
    server.close();
    server.closeAllConnections();
    void keepCopy()
      .then(() => connection.close())
      .then(() => {
        process.stdout.write('Closed. Everything is kept.\n');
        process.exit(0);
      });
  };
  process.on('SIGINT', close);
  process.on('SIGTERM', close);
}

main().catch((error: unknown) => {
  const said =
    error instanceof BookInUseError ? error.message : String((error as Error).stack ?? error);
  process.stderr.write(`${said}\n`);
  process.exit(1);
});
