import { Router } from 'express';
import { z } from '@canter-book/core/schema';
import { daySchema, idSchema } from '@canter-book/core/fields';
import { observationSchema, type Observation } from '@canter-book/core/observations/observation';
import { sessionSchema, type Session } from '@canter-book/core/book/records';
import type { Book } from '../repositories/book.ts';
import type { Device } from '../repositories/door/devices.ts';
import { Problem } from '../problem.ts';
import { whoIn } from './access.ts';
import { documentRoutes, idIn } from './resource.ts';
import {
  LARGE,
  type Resource,
  anything,
  day,
  documentPaths,
  listOf,
  number,
  ref,
  uuid,
} from './describe.ts';

const filterSchema = z.strictObject({
  horseId: z.optional(idSchema),
  since: z.optional(daySchema),
  before: z.optional(idSchema),
  limit: z.optional(z.coerce.number().check(z.int(), z.gte(1), z.lte(1000))),
});

function sessionRoutes(book: Book): Router {
  const router = Router();
  router.get('/', async (req, res) => {
    res.json(await book.sessions.list(filterSchema.parse(req.query)));
  });
  router.get('/:id/observations', async (req, res) => {
    res.json(await book.observations.ofSession(idIn(req.params.id, 'session')));
  });
  router.use(
    documentRoutes('session', sessionSchema, book.sessions, (session, { device }) =>
      taughtBy(book, session, device),
    ),
  );
  return router;
}

/** Whoever stored it first has taught it, whoever corrects it later. */
export async function taughtBy(
  book: Book,
  { by: _, ...session }: Session,
  device: Pick<Device, 'person'> | null,
): Promise<Session> {
  const stored = await book.sessions.get(session.id);
  const by = stored ? stored.by : device?.person;
  return by === undefined ? session : { ...session, by };
}

/** From a phone it is its person who saw it, whatever the phone says. */
export const seenBy = (
  device: Pick<Device, 'person'> | null,
  observations: readonly Observation[],
): Observation[] => observations.map((o) => (device ? { ...o, by: device.person } : o));

/** What was seen, as a device sends it. */
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

export const sessions = {
  for: 'ringside',
  upTo: LARGE,
  routes: sessionRoutes,
  says: {
    ...documentPaths('Session', 'session'),
    '/': {
      get: {
        says: 'Sessions, the newest first',
        query: { horseId: uuid, since: day, before: uuid, limit: number },
        answers: listOf(anything),
      },
    },
    '/{id}/observations': {
      get: { says: 'All that was seen in a session', answers: listOf(ref('Observation')) },
    },
  },
  schemas: { Session: sessionSchema },
} satisfies Resource;

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
