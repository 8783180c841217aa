import { Router } from 'express';
import { z } from '@canter-book/core/schema';
import { daySchema } from '@canter-book/core/fields';
import { riderSchema } from '@canter-book/core/book/records';
import type { Book } from '../repositories/book.ts';
import { documentRoutes } from './resource.ts';
import { type Resource, anything, day, documentPaths, listOf } from './describe.ts';

const sinceSchema = z.strictObject({ since: daySchema });

function riderRoutes(book: Book): Router {
  const router = Router();
  router.get('/', async (_req, res) => void res.json(await book.riders.list()));
  router.get('/corners', async (req, res) => {
    const { since } = sinceSchema.parse(req.query);
    res.json(await book.riders.corners(since));
  });
  router.use(documentRoutes('rider', riderSchema, book.riders));
  return router;
}

export const riders = {
  for: 'ringside',
  routes: riderRoutes,
  says: {
    ...documentPaths('Rider', 'rider'),
    '/corners': {
      get: {
        says: 'Corners counted for each rider since a day',
        query: { since: day },
        answers: listOf(anything),
      },
    },
  },
  schemas: { Rider: riderSchema },
} satisfies Resource;
