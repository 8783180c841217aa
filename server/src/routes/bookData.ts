import { createInterface } from 'node:readline';
import { pipeline } from 'node:stream/promises';
import { Readable } from 'node:stream';
import { Router } from 'express';
import Papa from 'papaparse';
import { z } from 'zod';
import { FIELDS, sessionCells } from '@canter-book/core/formats/sessionsCsv';
import { observationSchema } from '@canter-book/core/observations/observation';
import { sessionSchema } from '@canter-book/core/observations/records';
import type { Book } from '../repositories/book.ts';
import { Problem } from '../problem.ts';

const takeSchema = z.object({ check: z.enum(['1', '0']).default('0') });
const batchSchema = z.strictObject({
  sessions: z.array(sessionSchema).min(1).max(500),
  observations: z.array(observationSchema).max(20_000),
});

/** The sessions as a table, a page at a time. Source of the form: RFC 4180. */
async function* sessionLines(book: Book): AsyncGenerator<string> {
  const csv = (rows: readonly (readonly string[])[]) =>
    `${Papa.unparse(rows as string[][], { newline: '\r\n' })}\r\n`;
  yield csv([[...FIELDS]]);
  for await (const page of book.sessions.pages()) yield csv(page.map(sessionCells));
}

/** The book as a whole: out to a file, in from one, and sessions in from a table. */
export function bookDataRoutes(book: Book): Router {
  const router = Router();
  router.get('/export', async (_req, res) => {
    const day = new Date().toISOString().slice(0, 10);
    res.set('Content-Type', 'application/x-ndjson');
    res.set('Content-Disposition', `attachment; filename="canter-book-${day}.jsonl"`);
    await pipeline(Readable.from(book.exportLines(new Date())), res);
  });
  router.get('/sessions.csv', async (_req, res) => {
    res.set('Content-Type', 'text/csv; charset=utf-8');
    res.set('Content-Disposition', 'attachment; filename="canter-book-sessions.csv"');
    await pipeline(Readable.from(sessionLines(book)), res);
  });
  router.post('/import', async (req, res) => {
    const { check } = takeSchema.parse(req.query);
    if (!req.is('application/x-ndjson')) {
      throw new Problem(415, 'Not a book file', 'Send the file that a book was exported to.');
    }
    const lines = createInterface({ input: req, crlfDelay: Infinity });
    res.json(await book.importLines(lines, { check: check === '1' }));
  });
  router.post('/sessions', async (req, res) => {
    const { sessions, observations } = batchSchema.parse(req.body);
    const added = await book.addAll('session', sessions);
    await book.observations.append(observations);
    res.status(201).json({ added });
  });
  return router;
}
