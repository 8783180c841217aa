import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import pino from 'pino';
import { v7 } from 'uuid';
import { parseLesson } from '@canter-book/core/notation/parse';
import type { Horse, LessonRecord, Session } from '@canter-book/core/book/records';
import { createApp } from '../app.ts';
import type { AppDeps } from '../deps.ts';
import { connect, type Where } from '../db/connect.ts';
import { auditLog } from '../repositories/audit.ts';
import { createBook } from '../repositories/book.ts';
import { doorStores } from '../repositories/door/stores.ts';

/** For tests: a real app on a real database, and valid documents to send it. */

export const MIGRATIONS = join(dirname(fileURLToPath(import.meta.url)), '../db/migrations');

export async function openTestApp(more: Partial<AppDeps> = {}) {
  const { where, drop } = await freshPlace();
  const connection = await connect(where, MIGRATIONS);
  const book = createBook(connection.db);
  const logger = pino({ level: 'silent' });
  const { ping } = connection;
  const door = doorStores(connection.db);
  const audit = auditLog(connection.db);
  const app = createApp({
    book,
    ...door,
    audit,
    changes: connection.changes,
    logger,
    demo: null,
    ping,
    alone: where.kind === 'folder',
    ...more,
  });
  const close = async () => {
    await audit.settled();
    await connection.close();
    await drop();
  };
  return { app, book, ...door, db: connection.db, where, close };
}

export const FRESH = join(dirname(fileURLToPath(import.meta.url)), '../../../.cache/fresh-book');

/**
 * A database of its own: on the PostgreSQL server of `TEST_DATABASE_URL` when there is one, else PGlite in
 * a folder. The same tests run on both.
 */
export async function freshPlace(): Promise<{ where: Where; drop(): Promise<void> }> {
  const server = process.env['TEST_DATABASE_URL'];
  if (!server) {
    const folder = mkdtempSync(join(tmpdir(), 'canter-book-test-'));
    return {
      where: { kind: 'folder', folder, fresh: FRESH },
      drop: async () => rmSync(folder, { recursive: true, force: true }),
    };
  }
  const name = `test_${v7().replaceAll('-', '')}`;
  await onServer(server, `create database ${name}`);
  const url = new URL(server);
  url.pathname = `/${name}`;
  return {
    where: { kind: 'url', url: url.href },
    drop: () => onServer(server, `drop database ${name} with (force)`),
  };
}

async function onServer(url: string, statement: string): Promise<void> {
  const { Client } = (await import('pg')).default;
  const client = new Client({ connectionString: url });
  await client.connect();
  await client.query(statement);
  await client.end();
}

export const someHorse = (more: Partial<Horse> = {}): Horse => ({
  id: v7(),
  revision: 0,
  name: 'Driftwood',
  kind: 'dun mare',
  bornYear: 2015,
  heightCm: 158.5,
  stage: 3,
  approach: 'steady-hand',
  hollowSide: 'left',
  theme: '',
  notes: '',
  riderIds: [],
  measured: [],
  limits: {},
  fitness: 'usual',
  events: [],
  ...more,
});

export const someLesson = (more: Partial<LessonRecord> = {}): LessonRecord => ({
  id: v7(),
  revision: 0,
  title: 'First',
  horseId: null,
  document: parseLesson('lesson "First"\n# soft\nA trot working\nrepeat 2 {\nC circle left 20\n}\n')
    .lesson,
  tags: [],
  template: false,
  updatedAt: '2026-05-01T08:00:00.000Z',
  ...more,
});

export const someSession = (horseId: string, more: Partial<Session> = {}): Session => ({
  id: v7(),
  revision: 0,
  horseId,
  riderId: null,
  lessonId: null,
  document: null,
  date: '2026-05-02',
  startedAt: '2026-05-02T15:00:00.000Z',
  endedAt: null,
  minutes: null,
  notes: '',
  homework: '',
  ...more,
});
