import { Router } from 'express';
import { z } from '@canter-book/core/schema';
import { lessonRecordSchema } from '@canter-book/core/book/records';
import type { Book } from '../repositories/book.ts';
import { documentRoutes, idIn } from './resource.ts';
import {
  LARGE,
  REMOVED,
  type Resource,
  anything,
  documentPaths,
  listOf,
  text,
} from './describe.ts';

const searchSchema = z.object({
  q: z._default(z.string().check(z.trim(), z.maxLength(120)), ''),
  sheets: z.optional(z.literal('1')),
});

function lessonRoutes(book: Book): Router {
  const router = Router();
  router.get('/', async (req, res) => {
    const { q, sheets } = searchSchema.parse(req.query);
    const words = q.split(/\s+/).filter(Boolean);
    res.json(await book.lessons.list(words, { sheets: sheets === '1' }));
  });
  router.get('/removed', async (_req, res) => void res.json(await book.lessons.removed()));
  router.get('/:id/versions', async (req, res) => {
    res.json(await book.lessons.versions(idIn(req.params.id, 'lesson')));
  });
  router.delete('/:id', async (req, res) => {
    await book.lessons.remove(idIn(req.params.id, 'lesson'));
    res.status(204).end();
  });
  router.use(
    documentRoutes('lesson', lessonRecordSchema, book.lessons, ({ savedBy: _, ...lesson }, who) =>
      who.device ? { ...lesson, savedBy: who.device.person } : lesson,
    ),
  );
  return router;
}

export const lessons = {
  for: 'ringside',
  upTo: LARGE,
  routes: lessonRoutes,
  says: {
    ...documentPaths('Lesson', 'lesson', REMOVED),
    '/': {
      get: {
        says: 'All lessons, or those that hold every word; with sheets=1 the test sheets instead',
        query: { q: text, sheets: text },
        answers: listOf(anything),
      },
    },
    '/removed': {
      get: {
        says: 'Lessons that were thrown away and can be brought back',
        answers: listOf(anything),
      },
    },
    '/{id}/versions': {
      get: { says: 'What a lesson was after each sitting', answers: listOf(anything) },
    },
  },
  schemas: { Lesson: lessonRecordSchema },
} satisfies Resource;
