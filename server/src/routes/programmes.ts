import { Router } from 'express';
import { z } from '@canter-book/core/schema';
import { idSchema } from '@canter-book/core/fields';
import { programmeSchema } from '@canter-book/core/programme/record';
import type { Book } from '../repositories/book.ts';
import { documentRoutes, idIn } from './resource.ts';
import {
  LARGE,
  REMOVED,
  type Resource,
  documentPaths,
  listOf,
  ref,
  text,
  uuid,
} from './describe.ts';

const filterSchema = z.strictObject({
  horseId: z.optional(idSchema),
  ended: z.optional(z.literal('1')),
});

/** The weeks ahead of each horse. */
function programmeRoutes(book: Book): Router {
  const router = Router();
  router.get('/', async (req, res) => {
    const { horseId, ended } = filterSchema.parse(req.query);
    res.json(await book.programmes.list({ horseId, ended: ended === '1' }));
  });
  router.delete('/:id', async (req, res) => {
    await book.programmes.remove(idIn(req.params.id, 'programme'));
    res.status(204).end();
  });
  router.use(documentRoutes('programme', programmeSchema, book.programmes));
  return router;
}

export const programmes = {
  for: 'team',
  upTo: LARGE,
  routes: programmeRoutes,
  says: {
    ...documentPaths('Programme', 'programme', REMOVED),
    '/': {
      get: {
        says: 'Programmes under way; with ended=1 those that have ended too',
        query: { horseId: uuid, ended: text },
        answers: listOf(ref('Programme')),
      },
    },
  },
  schemas: { Programme: programmeSchema },
} satisfies Resource;
