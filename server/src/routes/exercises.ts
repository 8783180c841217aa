import { Router } from 'express';
import { ownExerciseSchema } from '@canter-book/core/exercises/exercise';
import type { Book } from '../repositories/book.ts';
import { documentRoutes, idIn } from './resource.ts';
import { LARGE, REMOVED, type Resource, documentPaths } from './describe.ts';

/** The instructor's own exercises. */
function exerciseRoutes(book: Book): Router {
  const router = Router();
  router.get('/', async (_req, res) => void res.json(await book.exercises.list()));
  router.delete('/:id', async (req, res) => {
    await book.exercises.remove(idIn(req.params.id, 'exercise'));
    res.status(204).end();
  });
  router.use(documentRoutes('exercise', ownExerciseSchema, book.exercises));
  return router;
}

export const exercises = {
  for: 'ringside',
  upTo: LARGE,
  routes: exerciseRoutes,
  says: {
    ...documentPaths('OwnExercise', 'exercise', REMOVED),
  },
  schemas: { OwnExercise: ownExerciseSchema },
} satisfies Resource;
