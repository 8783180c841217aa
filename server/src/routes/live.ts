import { Router, type Response } from 'express';
import { z } from '@canter-book/core/schema';
import { idSchema } from '@canter-book/core/fields';
import { ANYTHING, type Changes } from '../changes.ts';
import type { Book } from '../repositories/book.ts';
import { Problem } from '../problem.ts';
import { whoIn } from './access.ts';
import type { Resource } from './resource.ts';
import { anything, text, uuid } from './says.ts';

/**
 * What is saved on one device is told to the others, as server-sent events: which resource changed, never what is in it.
 * Source: HTML standard, server-sent events.
 */

const clientSchema = z.object({ client: idSchema });
const openSchema = z.strictObject({ client: idSchema, lesson: z.nullable(idSchema) });

/** A proxy cuts a line on which nothing is said. */
const BREATH_MS = 25_000;
const RETRY_MS = 2_000;
const MOST_STREAMS = 500;

interface Stream {
  readonly res: Response;
  readonly client: string;
  readonly person: string;
  lesson: string | null;
}

interface Word {
  readonly resource: string;
  readonly client: string | null;
}

/** The word for a write, from its address and who sent it. */
export const wordOf = (path: string, client: string | undefined): string =>
  JSON.stringify({
    resource: /^\/api\/([a-z-]+)/.exec(path)?.[1] ?? ANYTHING,
    client: client ?? null,
  } satisfies Word);

const heard = (word: string): Word =>
  word === ANYTHING ? { resource: ANYTHING, client: null } : (JSON.parse(word) as Word);

const say = ({ res }: Stream, event: string, data: object): void =>
  void res.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);

interface LiveDeps {
  readonly changes?: Changes;
}

function liveRoutes(_: Book, { changes }: LiveDeps): Router {
  const streams = new Set<Stream>();
  changes?.listen((word) => {
    const { resource, client } = heard(word);
    for (const stream of streams)
      if (client === null || stream.client !== client) say(stream, 'change', { resource });
  });

  /** Everybody who has a lesson open hears who else has. */
  const tellOpen = (lesson: string | null): void => {
    if (lesson === null) return;
    const all = [...streams].filter((s) => s.lesson === lesson);
    for (const stream of all) {
      const others = all.filter((s) => s.client !== stream.client).map((s) => s.person);
      say(stream, 'open-lesson', { lesson, others: [...new Set(others)] });
    }
  };

  const router = Router();
  router.get('/', (req, res) => {
    const { client } = clientSchema.parse(req.query);
    if (streams.size >= MOST_STREAMS)
      throw new Problem(503, 'Too many pages listen', 'Close some of them.');
    const { device } = whoIn(res);
    const person = device?.person ?? 'the machine of the book';
    const stream: Stream = { res, client, person, lesson: null };
    res.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    });
    res.write(`retry: ${RETRY_MS}\n\n`);
    streams.add(stream);
    const breath = setInterval(() => res.write(': \n\n'), BREATH_MS);
    res.on('close', () => {
      clearInterval(breath);
      streams.delete(stream);
      tellOpen(stream.lesson);
    });
  });
  router.post('/open', (req, res) => {
    const { client, lesson } = openSchema.parse(req.body);
    for (const stream of [...streams].filter((s) => s.client === client)) {
      const before = stream.lesson;
      stream.lesson = lesson;
      if (before !== lesson) tellOpen(before);
    }
    tellOpen(lesson);
    // Nothing is stored by it.
    res.locals['readsOnly'] = true;
    res.status(204).end();
  });
  return router;
}

export const live = {
  for: 'ringside',
  routes: liveRoutes,
  says: {
    '/': {
      get: {
        says: 'What changes, as server-sent events',
        query: { client: uuid },
        as: 'text/event-stream',
        answers: text,
      },
    },
    '/open': {
      post: { says: 'Which lesson a page has open', status: 204, takes: anything },
    },
  },
} satisfies Resource;
