import { Router } from 'express';
import { z } from 'zod';
import { daySchema } from '@canter-book/core/fields';
import { horseSchema } from '@canter-book/core/observations/records';
import type { Book } from '../repositories/book.ts';
import { documentRoutes, idIn } from './resource.ts';

const seenSchema = z.strictObject({
  kinds: z.string().transform((list) => list.split(',')),
  since: daySchema,
});

export function horseRoutes(book: Book): Router {
  const router = Router();
  router.get('/', async (_req, res) => void res.json(await book.horses.list()));
  router.get('/:id/readings', async (req, res) => {
    res.json(await book.evidence.readings(idIn(req.params.id, 'horse')));
  });
  router.get('/:id/seen', async (req, res) => {
    const { kinds, since } = seenSchema.parse(req.query);
    const text = await book.observations.ofHorse(idIn(req.params.id, 'horse'), kinds, since);
    res.type('json').send(text);
  });
  router.get('/:id/done', async (req, res) => {
    res.json(await book.sessions.done(idIn(req.params.id, 'horse')));
  });
  router.delete('/:id', async (req, res) => {
    await book.horses.remove(idIn(req.params.id, 'horse'));
    res.status(204).end();
  });
  router.use(documentRoutes('horse', horseSchema, book.horses));
  return router;
}
