import { Router } from 'express';
import { z } from '@canter-book/core/schema';
import { daySchema } from '@canter-book/core/fields';
import { askedSchema, requestFor } from '../planning/asked.ts';
import type { Planner } from '../planning/planner.ts';
import { Problem } from '../problem.ts';
import type { Book } from '../repositories/book.ts';
import { idIn, listSchema, type More } from './resource.ts';
import { anything, day, listOf, ref, text } from './says.ts';

const seenSchema = z.strictObject({
  kinds: listSchema,
  since: daySchema,
});

const NOT_PLANNING = new Problem(
  503,
  'No planner',
  'This server was started without its planner. Plan on the horse’s page.',
);

interface HorseDeps {
  readonly planner?: Planner;
}

/** Derived data of a horse: readings, tries, what was seen. */
function horseRoutes(book: Book, { planner }: HorseDeps = {}): Router {
  const router = Router();
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
  router.post('/:id/plan', async (req, res) => {
    if (!planner) throw NOT_PLANNING;
    res.locals['readsOnly'] = true;
    const id = idIn(req.params.id, 'horse');
    const planned = await planner.plan(await requestFor(book, id, askedSchema.parse(req.body)));
    if ('plan' in planned) return void res.json(planned.plan);
    const { why, waysOut } = planned;
    throw new Problem(422, 'No such lesson', why, { waysOut });
  });
  return router;
}

export const ofHorses = {
  routes: horseRoutes,
  says: {
    '/{id}/readings': {
      get: { says: 'What is known of each scale and rein over time', answers: anything },
    },
    '/{id}/seen': {
      get: {
        says: 'What was seen of some kinds since a day',
        query: { kinds: text, since: day },
        answers: listOf(anything),
      },
    },
    '/{id}/done': {
      get: { says: 'What the last planned sets came to', answers: listOf(anything) },
    },
    '/{id}/plan': {
      post: {
        says: 'Proposes a lesson, as the page of the plan does; 422 with what could be asked for instead',
        takes: ref('Asked'),
        answers: anything,
      },
    },
  },
  schemas: { Asked: askedSchema },
} satisfies More;
