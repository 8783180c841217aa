import { Router } from 'express';
import { z } from '@canter-book/core/schema';
import { observationSchema, type Observation } from '@canter-book/core/observations/observation';
import type { Book } from '../repositories/book.ts';
import type { Device } from '../repositories/door/devices.ts';
import { Problem } from '../problem.ts';
import { whoIn } from './access.ts';
import { idIn, type More, type Resource } from './resource.ts';
import { anything, LARGE, listOf, ref } from './says.ts';

/** From a phone it is its person who saw it, whatever the phone says. */
export const seenBy = (
  device: Pick<Device, 'person'> | null,
  observations: readonly Observation[],
): Observation[] => observations.map((o) => (device ? { ...o, by: device.person } : o));

/** A batch of observations, as a device sends it. */
export const batchSchema = z.strictObject({
  observations: z.array(observationSchema).check(z.minLength(1), z.maxLength(5000)),
});

function observationRoutes(book: Book): Router {
  const router = Router();
  router.post('/', async (req, res) => {
    const { observations } = batchSchema.parse(req.body);
    const { stored, unknownSessions } = await book.observations.append(
      seenBy(whoIn(res).device, observations),
    );
    if (unknownSessions.length > 0) {
      throw new Problem(
        409,
        'The session is not in the book yet',
        'Send the session first, then what was seen in it. What could be stored was stored.',
        { unknownSessions },
      );
    }
    res.status(201).json({ stored });
  });
  return router;
}

/** The observations of a session, as a route of the session. */
export const ofSessions = {
  routes: (book) =>
    Router().get('/:id/observations', async (req, res) => {
      res.json(await book.observations.ofSession(idIn(req.params.id, 'session')));
    }),
  says: {
    '/{id}/observations': {
      get: { says: 'All that was seen in a session', answers: listOf(ref('Observation')) },
    },
  },
} satisfies More;

export const observations = {
  for: 'ringside',
  upTo: LARGE,
  routes: observationRoutes,
  says: {
    '/': {
      post: {
        says: 'Adds what was seen; what is known already is left alone',
        takes: { type: 'object', properties: { observations: listOf(ref('Observation')) } },
        answers: anything,
        status: 201,
      },
    },
  },
  schemas: { Observation: observationSchema },
} satisfies Resource;
