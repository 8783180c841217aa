import { Router } from 'express';
import { riderSchema } from '@canter-book/core/observations/records';
import type { Book } from '../repositories/book.ts';
import { documentRoutes } from './resource.ts';

export function riderRoutes(book: Book): Router {
  const router = Router();
  router.get('/', async (_req, res) => void res.json(await book.riders.list()));
  router.use(documentRoutes('rider', riderSchema, book.riders));
  return router;
}
