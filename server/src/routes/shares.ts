import { Router } from 'express';
import { z } from '@canter-book/core/schema';
import type { Book } from '../repositories/book.ts';
import type { Shares } from '../repositories/door/shares.ts';
import { notFound, Problem } from '../problem.ts';
import { readShared } from '../shares/read.ts';
import { sharedSchema } from '../shares/shared.ts';
import { whoIn } from './access.ts';
import { NO_DOOR, type PhoneDoor } from '../deps.ts';
import { idIn, type Resource } from './resource.ts';
import { anything } from './says.ts';

/** Links to share: made by the team, opened by whoever was sent one. */

const askedSchema = z.strictObject({
  what: sharedSchema,
  days: z.int().check(z.gte(1), z.lte(90)),
});

const GONE = new Problem(
  410,
  'This link no longer works',
  'It has run out or was taken back, or what it showed has left the book. Ask whoever sent it for a new one.',
);
const TOO_MANY = new Problem(409, 'Too many links', 'Take back some you no longer need.');

interface ShareDeps {
  readonly shares: Shares;
  readonly door?: PhoneDoor;
}

function shareRoutes(book: Book, { shares, door = NO_DOOR }: ShareDeps): Router {
  const router = Router();
  router.get('/', async (_req, res) => {
    // Addresses under which others reach the book; none where it opens on its own machine only.
    res.json({ homes: door.homes, shares: await shares.list(new Date()) });
  });
  router.post('/', async (req, res) => {
    const { what, days } = askedSchema.parse(req.body);
    const read = await readShared(book, what);
    if (!read) throw notFound(what.kind);
    const madeBy = whoIn(res).device?.person ?? null;
    const made = await shares.add({ what, days, title: read.title, madeBy }, new Date());
    if (!made) throw TOO_MANY;
    res.status(201).json({ ...made.share, token: made.token });
  });
  router.delete('/:id', async (req, res) => {
    if (!(await shares.remove(idIn(req.params.id, 'link')))) throw notFound('link');
    res.status(204).end();
  });
  return router;
}

/** The token travels in a header: addresses are written down by many. */
function sharedRoutes(book: Book, { shares }: ShareDeps): Router {
  const router = Router();
  router.get('/', async (req, res) => {
    const share = await shares.of(req.get('X-Share') ?? '', new Date());
    const read = share && (await readShared(book, share.what));
    if (!share || !read) throw GONE;
    res.json({ ...read, expiresAt: share.expiresAt });
  });
  return router;
}

export const shares = {
  for: 'team',
  routes: shareRoutes,
  says: {
    '/': {
      get: { says: 'Links that are good, the newest first', answers: anything },
      post: {
        says: 'A link by which one lesson, report or homework can be read for some days',
        status: 201,
        takes: anything,
        answers: anything,
      },
    },
    '/{id}': { delete: { says: 'Takes a link back at once', status: 204 } },
  },
} satisfies Resource;

/** Whoever was sent a link knows its secret. */
export const shared = {
  for: 'anyone',
  routes: sharedRoutes,
  says: {
    '/': {
      get: { says: 'What a link shows; its secret is in the header X-Share', answers: anything },
    },
  },
} satisfies Resource;
