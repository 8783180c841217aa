import { Router, type Response } from 'express';
import type { RegistrationResponseJSON } from '@simplewebauthn/server';
import { z } from '@canter-book/core/schema';
import { canHavePasskeys, registered, registrationOptions } from '../people/passkeys.ts';
import type { Book } from '../repositories/book.ts';
import type { Person } from '../repositories/door/people.ts';
import type { People } from '../repositories/door/stores.ts';
import { notFound, Problem } from '../problem.ts';
import { takeSecret, whoIn } from './access.ts';
import { kindOf } from './devices.ts';
import type { PeopleDeps } from './people.ts';
import { idIn, type Resource } from './resource.ts';
import {
  checkPassword,
  credentialSchema,
  newPassword,
  NO_PASSKEYS_HERE,
  passwordSchema,
  siteOf,
} from './signIn.ts';
import { anything } from './says.ts';

/** One's own: password, passkeys, and where one is signed in. */

const changeSchema = z.strictObject({ old: passwordSchema, password: passwordSchema });
const newKeySchema = z.strictObject({ credential: credentialSchema });

const NO_ACCOUNT = new Problem(
  404,
  'Nobody is signed in here',
  'A phone that was paired by a code, and the machine of the book, have no password.',
);
const KEY_FAILED = new Problem(
  400,
  'The passkey was not made',
  'The browser’s answer does not fit what was asked. Try again.',
);
const TOO_MANY_KEYS = new Problem(409, 'Too many passkeys', 'Delete one you no longer use.');

/** @throws Problem 404 when nobody is signed in */
async function personIn(people: People, res: Response): Promise<Person> {
  const id = whoIn(res).device?.personId;
  const person = id ? await people.get(id) : null;
  if (!person) throw NO_ACCOUNT;
  return person;
}

function accountRoutes(_: Book, { people, devices }: PeopleDeps): Router {
  const router = Router();
  router.get('/', async (req, res) => {
    const { id, name, role } = await personIn(people, res);
    const keys = await people.passkeys.of(id);
    const here = whoIn(res).device!.id;
    res.json({
      name,
      role,
      canHavePasskeys: canHavePasskeys(siteOf(req)),
      passkeys: keys.map(({ id, kind, madeAt, domain }) => ({ id, kind, madeAt, domain })),
      devices: (await devices.listOf(id)).map(({ id, kind, lastSeenAt }) => ({
        id,
        kind,
        lastSeenAt,
        isThis: id === here,
      })),
    });
  });
  router.put('/password', async (req, res) => {
    const { old, password } = changeSchema.parse(req.body);
    const person = await personIn(people, res);
    await checkPassword(people, person.name, person, old);
    await people.setPassword(person.id, await newPassword(password, person.name));
    // Whoever knew the old one is signed in nowhere else.
    const here = whoIn(res).device!.id;
    for (const { id } of await devices.listOf(person.id))
      if (id !== here) await devices.remove(id, new Date());
    res.status(204).end();
  });
  ownPasskeys(router, people);
  ownDevices(router, { people, devices });
  return router;
}

function ownPasskeys(router: Router, people: People): void {
  router.post('/passkeys/options', async (req, res) => {
    const person = await personIn(people, res);
    if (!canHavePasskeys(siteOf(req))) throw NO_PASSKEYS_HERE;
    res.locals['readsOnly'] = true;
    res.json(await registrationOptions(people, person, siteOf(req), new Date()));
  });
  router.post('/passkeys', async (req, res) => {
    const { credential } = newKeySchema.parse(req.body);
    const person = await personIn(people, res);
    const site = siteOf(req);
    const now = new Date();
    const response = credential as unknown as RegistrationResponseJSON;
    const key = await registered(people, person, response, site, now);
    if (!key) throw KEY_FAILED;
    const kind = kindOf(req.headers['user-agent']);
    if (
      !(await people.passkeys.add({ ...key, personId: person.id, domain: site.domain, kind }, now))
    )
      throw TOO_MANY_KEYS;
    res.status(201).json({ id: key.id });
  });
  router.delete('/passkeys/:id', async (req, res) => {
    const { id } = await personIn(people, res);
    if (!(await people.passkeys.remove(id, req.params.id))) throw notFound('passkey');
    res.status(204).end();
  });
}

function ownDevices(router: Router, { people, devices }: PeopleDeps): void {
  router.delete('/devices', async (_req, res) => {
    const { id } = await personIn(people, res);
    await devices.removeAllOf(id, new Date());
    takeSecret(res);
    res.status(204).end();
  });
  router.delete('/devices/:id', async (req, res) => {
    const person = await personIn(people, res);
    const id = idIn(req.params.id, 'device');
    if (!(await devices.listOf(person.id)).some((d) => d.id === id)) throw notFound('device');
    await devices.remove(id, new Date());
    res.status(204).end();
  });
}

export const account = {
  for: 'known',
  routes: accountRoutes,
  says: {
    '/': {
      get: { says: 'One’s own passkeys, and where one is signed in', answers: anything },
    },
    '/password': {
      put: {
        says: 'Changes one’s password and signs out elsewhere',
        status: 204,
        takes: anything,
      },
    },
    '/passkeys/options': {
      post: { says: 'What a new passkey has to sign', answers: anything },
    },
    '/passkeys': {
      post: { says: 'Keeps a new passkey', status: 201, takes: anything, answers: anything },
    },
    '/passkeys/{id}': { delete: { says: 'Deletes a passkey', status: 204 } },
    '/devices': { delete: { says: 'Signs out everywhere', status: 204 } },
    '/devices/{id}': { delete: { says: 'Signs one device out', status: 204 } },
  },
} satisfies Resource;
