import { pipeline } from 'node:stream/promises';
import { pipeline as unpack, Readable } from 'node:stream';
import { createGunzip } from 'node:zlib';
import { Router, type Response } from 'express';
import Papa from 'papaparse';
import { z } from '@canter-book/core/schema';
import { READING_FIELDS, readingCells } from '@canter-book/core/formats/readingsCsv';
import { FIELDS, sessionCells } from '@canter-book/core/formats/sessionsCsv';
import { idSchema } from '@canter-book/core/fields';
import { observationSchema } from '@canter-book/core/observations/observation';
import { sessionSchema } from '@canter-book/core/book/records';
import type { Book } from '../repositories/book.ts';
import { idIn, type Resource } from './resource.ts';
import { linesIn } from '../repositories/bundle/format.ts';
import type { NamedReading } from '../documents/observation.ts';
import { notFound, Problem } from '../problem.ts';
import { takeTurns } from '../turns.ts';
import { CSV, LARGE, LINES, anything, listOf, ref, text, uuid } from './says.ts';
import type { CopiesOfBook } from '../deps.ts';

const takeSchema = z.object({ check: z._default(z.enum(['1', '0']), '0') });
const joinSchema = z.object({ join: z._default(z.enum(['1', '0']), '0') });
const batchSchema = z.strictObject({
  sessions: z.array(sessionSchema).check(z.minLength(1), z.maxLength(500)),
  observations: z.array(observationSchema).check(z.maxLength(20_000)),
  /** So that it can be taken out again as a whole. */
  import: z.optional(
    z.strictObject({ id: idSchema, source: z.string().check(z.trim(), z.maxLength(300)) }),
  ),
});

/** A table a page at a time. Source of the form: RFC 4180. */
async function* csvLines<T>(
  headings: readonly string[],
  pages: AsyncIterable<readonly T[]>,
  cells: (row: T) => readonly string[] | null,
): AsyncGenerator<string> {
  // A cell that a spreadsheet would take for a formula is written as text.
  const csv = (rows: readonly (readonly string[])[]) =>
    `${Papa.unparse(rows as string[][], { newline: '\r\n', escapeFormulae: true })}\r\n`;
  yield csv([headings]);
  for await (const page of pages) {
    const rows = page.map(cells).filter((row) => row !== null);
    if (rows.length > 0) yield csv(rows);
    await takeTurns();
  }
}

async function sendCsv(res: Response, name: string, lines: AsyncGenerator<string>): Promise<void> {
  res.set('Content-Type', 'text/csv; charset=utf-8');
  res.set('Content-Disposition', `attachment; filename="canter-book-${name}.csv"`);
  await pipeline(Readable.from(lines), res);
}

const NO_COPIES = new Problem(
  404,
  'No safety copies here',
  'This book lies in a database, whose keeper copies it. "canter-book backup" writes it into a file.',
);

interface BookDataDeps {
  readonly copies?: CopiesOfBook;
}

/** The book as a whole: out to a file, in from one, and sessions in from a table. */
function bookDataRoutes(book: Book, { copies }: BookDataDeps = {}): Router {
  const router = Router();
  router.get('/copies', (_req, res) => {
    if (!copies) throw NO_COPIES;
    res.json(copies.list());
  });
  router.post('/copies', async (_req, res) => {
    if (!copies) throw NO_COPIES;
    res.locals['readsOnly'] = true;
    const missing = await copies.writeNow();
    if (missing !== null)
      throw new Problem(507, 'No copy was written', `The safety copy was not written: ${missing}`);
    res.status(201).json(copies.list());
  });
  router.post('/copies/check', async (req, res) => {
    if (!copies) throw NO_COPIES;
    res.locals['readsOnly'] = true;
    const { name } = z.strictObject({ name: z.string().check(z.maxLength(200)) }).parse(req.body);
    const report = await copies.check(name);
    if (!report) throw notFound('copy');
    res.json(report);
  });
  router.get('/export', async (_req, res) => {
    const day = new Date().toISOString().slice(0, 10);
    res.set('Content-Type', 'application/x-ndjson');
    res.set('Content-Disposition', `attachment; filename="canter-book-${day}.jsonl"`);
    await pipeline(Readable.from(book.exportLines(new Date())), res);
  });
  router.get('/sessions.csv', async (_req, res) => {
    await sendCsv(res, 'sessions', csvLines(FIELDS, book.sessions.pages(), sessionCells));
  });
  router.get('/readings.csv', async (_req, res) => {
    const pages = book.observations.readings();
    const cells = (r: NamedReading) => readingCells(r.date, r.horse, r.seen);
    await sendCsv(res, 'readings', csvLines(READING_FIELDS, pages, cells));
  });
  router.post('/import', async (req, res) => {
    const { check } = takeSchema.parse(req.query);
    const packed = Boolean(req.is('application/gzip'));
    if (!packed && !req.is('application/x-ndjson')) {
      throw new Problem(415, 'Not a book file', 'Send the file that a book was exported to.');
    }
    // A sender that breaks off ends the unpacking too; the reader is told by the stream itself.
    const bytes = packed ? unpack(req, createGunzip(), () => {}) : req;
    res.json(await book.importLines(linesIn(bytes), { check: check === '1' }));
  });
  router.post('/sessions', async (req, res) => {
    const { join } = joinSchema.parse(req.query);
    const { import: named, ...batch } = batchSchema.parse(req.body);
    const as = named && { ...named, madeAt: new Date() };
    res.status(201).json(await book.imports.take({ ...batch, join: join === '1', as }));
  });
  router.get('/imports', async (_req, res) => void res.json(await book.imports.list()));
  router.delete('/imports/:id', async (req, res) => {
    if (!(await book.imports.undo(idIn(req.params.id, 'import')))) throw notFound('import');
    res.status(204).end();
  });
  return router;
}

/** All of the book at once, out and in. */
export const book = {
  for: 'owner',
  upTo: LARGE,
  routes: bookDataRoutes,
  says: {
    '/export': { get: { says: 'The whole book as a file', answers: anything, as: LINES } },
    '/import': {
      post: {
        says: 'Takes a book file, packed with gzip or not; with check=1 it is only looked through',
        query: { check: text },
        takes: anything,
        answers: anything,
      },
    },
    '/copies': {
      get: { says: 'The safety copies, the newest first', answers: listOf(anything) },
      post: {
        says: 'Writes one now and reads it back',
        answers: listOf(anything),
        status: 201,
      },
    },
    '/copies/check': {
      post: { says: 'Reads a safety copy from end to end', takes: anything, answers: anything },
    },
    '/sessions.csv': { get: { says: 'Sessions as a table', answers: text, as: CSV } },
    '/readings.csv': { get: { says: 'Readings as a table', answers: text, as: CSV } },
    '/sessions': {
      post: {
        says: 'Adds the rows of a table: all or none',
        query: { join: text },
        takes: {
          type: 'object',
          properties: {
            sessions: listOf(ref('Session')),
            observations: listOf(ref('Observation')),
            import: { type: 'object', properties: { id: uuid, source: text } },
          },
        },
        answers: anything,
        status: 201,
      },
    },
    '/imports': {
      get: { says: 'What was imported, the newest first', answers: listOf(anything) },
    },
    '/imports/{id}': { delete: { says: 'Takes an import out again', status: 204 } },
  },
} satisfies Resource;
