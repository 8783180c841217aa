import { Router } from 'express';
import type { Book } from '../repositories/book.ts';
import type { Devices } from '../repositories/door/stores.ts';
import type { People } from '../repositories/door/stores.ts';
import { notFound, Problem } from '../problem.ts';
import { whoseOf, whoseSchema } from './devices.ts';
import { idIn, type Resource } from './resource.ts';
import { anything, listOf } from './says.ts';

/** The owner's side: who may sign in, and as what. */

export interface PeopleDeps {
  readonly people: People;
  readonly devices: Devices;
}

const NAME_TAKEN = new Problem(
  409,
  'That name is taken',
  'People sign in by their name. Add something to tell the two apart.',
);

function peopleRoutes(book: Book, { people, devices }: PeopleDeps): Router {
  const router = Router();
  router.get('/', async (_req, res) => void res.json(await people.list(new Date())));
  router.post('/', async (req, res) => {
    const { person: name, ...rights } = await whoseOf(book, whoseSchema.parse(req.body));
    const now = new Date();
    const person = await people.add(name, rights, now);
    if (!person) throw NAME_TAKEN;
    const { code, expiresAt } = await people.invite(person.id, now);
    res.status(201).json({ id: person.id, name, code, expiresAt: expiresAt.toISOString() });
  });
  router.put('/:id', async (req, res) => {
    const { person: _, ...rights } = await whoseOf(book, whoseSchema.parse(req.body));
    if (!(await people.grant(idIn(req.params.id, 'person'), rights))) throw notFound('person');
    res.status(204).end();
  });
  router.delete('/:id', async (req, res) => {
    if (!(await people.remove(idIn(req.params.id, 'person'), new Date()))) throw notFound('person');
    res.status(204).end();
  });
  router.post('/:id/invitation', async (req, res) => {
    const person = await people.get(idIn(req.params.id, 'person'));
    if (!person) throw notFound('person');
    const { code, expiresAt } = await people.invite(person.id, new Date());
    res
      .status(201)
      .json({ id: person.id, name: person.name, code, expiresAt: expiresAt.toISOString() });
  });
  router.delete('/:id/devices', async (req, res) => {
    await devices.removeAllOf(idIn(req.params.id, 'person'), new Date());
    res.status(204).end();
  });
  return router;
}

export const people = {
  for: 'owner',
  routes: peopleRoutes,
  says: {
    '/': {
      get: { says: 'Who may sign in, and as what', answers: listOf(anything) },
      post: {
        says: 'Invites somebody, by a code that is good once and for seven days',
        status: 201,
        takes: anything,
        answers: anything,
      },
    },
    '/{id}': {
      put: { says: 'Changes what somebody may do, at once', status: 204, takes: anything },
      delete: { says: 'Shuts somebody out at once', status: 204 },
    },
    '/{id}/invitation': {
      post: {
        says: 'Invites again: whoever takes it chooses a new password and is signed out elsewhere',
        status: 201,
        answers: anything,
      },
    },
    '/{id}/devices': { delete: { says: 'Signs somebody out everywhere', status: 204 } },
  },
} satisfies Resource;
