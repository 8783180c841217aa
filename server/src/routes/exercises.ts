import { Router } from 'express';
import { ownExerciseSchema } from '@canter-book/core/exercises/exercise';
import type { Book } from '../repositories/book.ts';
import { documentRoutes, idIn } from './resource.ts';

/** The instructor's own exercises. */
export function exerciseRoutes(book: Book): Router {
  const router = Router();
  router.get('/', async (_req, res) => void res.json(await book.exercises.list()));
  router.delete('/:id', async (req, res) => {
    await book.exercises.remove(idIn(req.params.id, 'exercise'));
    res.status(204).end();
  });
  router.use(documentRoutes('exercise', ownExerciseSchema, book.exercises));
  return router;
}
