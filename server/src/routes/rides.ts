import { Router } from 'express';
import { z } from '@canter-book/core/schema';
import { idSchema } from '@canter-book/core/fields';
import { markedRideSchema } from '@canter-book/core/sheet/markedRide';
import type { Book } from '../repositories/book.ts';
import { documentRoutes, idIn } from './resource.ts';
import { LARGE, REMOVED, type Resource, documentPaths, listOf, ref, uuid } from './describe.ts';

const filterSchema = z.object({ horseId: z.optional(idSchema), lessonId: z.optional(idSchema) });

/** Test sheets as they were ridden and marked. */
function rideRoutes(book: Book): Router {
  const router = Router();
  router.get('/', async (req, res) => {
    res.json(await book.rides.list(filterSchema.parse(req.query)));
  });
  router.delete('/:id', async (req, res) => {
    await book.rides.remove(idIn(req.params.id, 'ride'));
    res.status(204).end();
  });
  router.use(documentRoutes('ride', markedRideSchema, book.rides));
  return router;
}

export const rides = {
  for: 'team',
  upTo: LARGE,
  routes: rideRoutes,
  says: {
    ...documentPaths('MarkedRide', 'marked ride', REMOVED),
    '/': {
      get: {
        says: 'Marked rides, the newest first',
        query: { horseId: uuid, lessonId: uuid },
        answers: listOf(ref('MarkedRide')),
      },
    },
  },
  schemas: { MarkedRide: markedRideSchema },
} satisfies Resource;
