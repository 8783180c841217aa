import { Router } from 'express';
import { z } from 'zod';
import type { Revisioned } from '../repositories/revisioned.ts';
import { notFound, Problem } from '../problem.ts';

interface Store<T> {
  get(id: string): Promise<T | null>;
  save(document: T): Promise<T>;
}

export const idParam = z.uuid('this is not an id');

/** GET and PUT of one document by its id: parse, store, send. */
export function documentRoutes<T extends Revisioned>(
  what: string,
  schema: z.ZodType<T>,
  store: Store<T>,
): Router {
  const router = Router();
  router.get('/:id', async (req, res) => {
    const found = await store.get(idParam.parse(req.params.id));
    if (!found) throw notFound(what);
    res.json(found);
  });
  router.put('/:id', async (req, res) => {
    const document = schema.parse(req.body);
    if (document.id !== req.params.id) {
      throw new Problem(
        400,
        'Two ids',
        'The id in the address and the one in the document differ.',
      );
    }
    res.json(await store.save(document));
  });
  return router;
}
