import { Router } from 'express';
import { lessonRecordSchema } from '@canter-book/core/observations/records';
import type { Book } from '../repositories/book.ts';
import { documentRoutes, idParam } from './resource.ts';

export function lessonRoutes(book: Book): Router {
  const router = Router();
  router.get('/', async (_req, res) => void res.json(await book.lessons.list()));
  router.delete('/:id', async (req, res) => {
    await book.lessons.remove(idParam.parse(req.params.id));
    res.status(204).end();
  });
  router.use(documentRoutes('lesson', lessonRecordSchema, book.lessons));
  return router;
}
