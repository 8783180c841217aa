import { Router } from 'express';
import { horseSchema } from '@canter-book/core/observations/records';
import type { Book } from '../repositories/book.ts';
import { documentRoutes, idParam } from './resource.ts';

export function horseRoutes(book: Book): Router {
  const router = Router();
  router.get('/', async (_req, res) => void res.json(await book.horses.list()));
  router.get('/:id/marks', async (req, res) => {
    res.json(await book.observations.marks({ horseId: idParam.parse(req.params.id) }));
  });
  router.delete('/:id', async (req, res) => {
    await book.horses.remove(idParam.parse(req.params.id));
    res.status(204).end();
  });
  router.use(documentRoutes('horse', horseSchema, book.horses));
  return router;
}
