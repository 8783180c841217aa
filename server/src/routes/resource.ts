import { Router } from 'express';
import { z } from '@canter-book/core/schema';
import { idSchema } from '@canter-book/core/fields';
import type { Revisioned } from '../repositories/revisioned.ts';
import { notFound, Problem } from '../problem.ts';
import { whoIn, type Who } from './access.ts';

interface Store<T> {
  get(id: string): Promise<T | null>;
  save(document: T): Promise<T>;
}

/** Several in a query, with commas between. */
export const listSchema = z.pipe(
  z.string(),
  z.transform((list: string) => list.split(',')),
);

/**
 * The id of an address. Whatever else stands there is the name of nothing.
 *
 * @throws Problem 404
 */
export function idIn(text: string, what: string): string {
  const id = idSchema.safeParse(text);
  if (!id.success) throw notFound(what);
  return id.data;
}

/**
 * GET and PUT of one document by its id: parse, store, send.
 *
 * @param signed writes who sent it on the document, whatever it says itself
 */
export function documentRoutes<T extends Revisioned>(
  what: string,
  schema: z.ZodMiniType<T>,
  store: Store<T>,
  signed: (document: T, who: Who) => T | Promise<T> = (document) => document,
): Router {
  const router = Router();
  router.get('/:id', async (req, res) => {
    const found = await store.get(idIn(req.params.id, what));
    if (!found) throw notFound(what);
    res.json(found);
  });
  router.put('/:id', async (req, res) => {
    const document = schema.parse(req.body);
    if (document.id !== idIn(req.params.id, what)) {
      throw new Problem(
        400,
        'Two ids',
        'The id in the address and the one in the document differ.',
      );
    }
    res.json(await store.save(await signed(document, whoIn(res))));
  });
  return router;
}
