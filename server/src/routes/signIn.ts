import { Router, type Request, type RequestHandler, type Response } from 'express';
import type { AuthenticationResponseJSON } from '@simplewebauthn/server';
import { z } from '@canter-book/core/schema';
import { canHavePasskeys, signedInBy, signInOptions, type Site } from '../people/passkeys.ts';
import { hashed, isRight, MOST_LENGTH, whyWeak } from '../people/password.ts';
import type { Book } from '../repositories/book.ts';
import type { Person } from '../repositories/door/people.ts';
import type { People } from '../repositories/door/stores.ts';
import type { Devices } from '../repositories/door/stores.ts';
import { Problem } from '../problem.ts';
import { giveSecret, nameIn, takeSecret, whoIn } from './access.ts';
import { atMost } from './errors.ts';
import { kindOf } from './devices.ts';
import type { PeopleDeps } from './people.ts';
import type { Resource } from './resource.ts';
import { anything } from './says.ts';

/** Signing in from elsewhere: by a password, a passkey or an invitation; and out. */

export const passwordSchema = z.string().check(z.maxLength(MOST_LENGTH));
const passwordSignIn = z.strictObject({
  name: z.string().check(z.trim(), z.minLength(1), z.maxLength(80)),
  password: passwordSchema,
});
const codeSchema = z.string().check(z.minLength(1), z.maxLength(100));
/** Checked in all its parts by who verifies it. */
export const credentialSchema = z.looseObject({
  id: z.string().check(z.minLength(1), z.maxLength(1400)),
  rawId: z.string().check(z.maxLength(1400)),
  type: z.literal('public-key'),
  response: z.looseObject({ clientDataJSON: z.string().check(z.maxLength(10_000)) }),
  clientExtensionResults: z.looseObject({}),
});

/** Of one device; a name has its own limit. */
const TRIES_A_MINUTE = 20;

const TOO_OFTEN = new Problem(429, 'Too many tries', 'Wait a minute, then try again.');
const NOT_RIGHT = new Problem(
  401,
  'Wrong name or password',
  'Check both. Whoever has forgotten the password asks the owner of the book for a new invitation.',
);
const USED_UP = new Problem(
  410,
  'This invitation is used up or too old',
  'An invitation is good once and for seven days. Ask the owner of the book for a new one.',
);
const KEY_NOT_KNOWN = new Problem(
  401,
  'The book does not know this passkey',
  'Sign in with the password, then make a new passkey on your page.',
);
export const NO_PASSKEYS_HERE = new Problem(
  409,
  'No passkeys under this address',
  'Passkeys need a name: open the book under its name, not under a number. A password works under both.',
);

const tooSoon = (seconds: number): Problem =>
  new Problem(
    429,
    'Too many tries',
    `Wait ${seconds < 60 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`}, then try again.`,
  );

/** A password goes over https only, and so does what is given for it. */
const overTls: RequestHandler = (req, _res, next) => {
  if (req.secure) return next();
  throw new Problem(
    403,
    'Not over plain HTTP',
    'Signing in goes over https. On the machine of the book nobody has to sign in.',
  );
};

export const siteOf = (req: Request): Site => ({
  domain: nameIn(req.headers.host ?? ''),
  origin: `${req.protocol}://${req.headers.host}`,
});

/** @throws Problem when it will not do */
export async function newPassword(password: string, name: string): Promise<string> {
  const why = await whyWeak(password, name);
  if (why) throw new Problem(400, 'This password will not do', why);
  return hashed(password);
}

/** @throws Problem 429 or 401 */
export async function checkPassword(
  people: People,
  name: string,
  person: Person | null,
  password: string,
): Promise<Person> {
  const wait = await people.tries.begin(name, new Date());
  if (wait > 0) throw tooSoon(wait);
  if (!(await isRight(person?.passwordHash ?? null, password)) || !person) throw NOT_RIGHT;
  await people.tries.succeeded(name);
  return person;
}

/** Whoever was signed in on it before is so no longer. */
async function letIn(devices: Devices, person: Person, req: Request, res: Response) {
  const now = new Date();
  const { device } = whoIn(res);
  if (device?.personId && !device.removedAt) await devices.remove(device.id, now);
  await devices.forgetEnded(now);
  giveSecret(res, await devices.signIn(person, kindOf(req.headers['user-agent']), now));
  res.locals['arrived'] = person.name;
  res.status(201).json({ person: person.name, role: person.role });
}

function signInRoutes(_: Book, { people, devices }: PeopleDeps): Router {
  const router = Router();
  router.delete('/', async (_req, res) => {
    const { device } = whoIn(res);
    if (device && !device.removedAt) await devices.remove(device.id, new Date());
    takeSecret(res);
    res.status(204).end();
  });
  router.use(overTls, atMost(TRIES_A_MINUTE, TOO_OFTEN));
  router.post('/', async (req, res) => {
    const { name, password } = passwordSignIn.parse(req.body);
    const person = await checkPassword(people, name, await people.byName(name), password);
    await letIn(devices, person, req, res);
  });
  router.post('/passkey/options', async (req, res) => {
    if (!canHavePasskeys(siteOf(req))) throw NO_PASSKEYS_HERE;
    res.json(await signInOptions(people, siteOf(req), new Date()));
  });
  router.post('/passkey', async (req, res) => {
    const response = credentialSchema.parse(req.body) as unknown as AuthenticationResponseJSON;
    const person = await signedInBy(people, response, siteOf(req), new Date());
    if (!person) throw KEY_NOT_KNOWN;
    await letIn(devices, person, req, res);
  });
  router.post('/invitation', async (req, res) => {
    const { code } = z.strictObject({ code: codeSchema }).parse(req.body);
    const person = await people.invited(code, new Date());
    if (!person) throw USED_UP;
    res.locals['readsOnly'] = true;
    res.json({ name: person.name, role: person.role });
  });
  router.post('/invitation/password', async (req, res) => {
    const { code, password } = z
      .strictObject({ code: codeSchema, password: passwordSchema })
      .parse(req.body);
    const invited = await people.invited(code, new Date());
    if (!invited) throw USED_UP;
    const person = await people.join(code, await newPassword(password, invited.name), new Date());
    if (!person) throw USED_UP;
    await people.tries.succeeded(person.name);
    await letIn(devices, person, req, res);
  });
  return router;
}

export const signIn = {
  for: 'anyone',
  routes: signInRoutes,
  says: {
    '/': {
      post: {
        says: 'Signs in by name and password; over https only',
        status: 201,
        takes: anything,
        answers: anything,
      },
      delete: { says: 'Signs this device out', status: 204 },
    },
    '/passkey/options': {
      post: { says: 'What a passkey has to sign', answers: anything },
    },
    '/passkey': {
      post: { says: 'Signs in by a passkey', status: 201, takes: anything, answers: anything },
    },
    '/invitation': {
      post: { says: 'Whom a code invites', takes: anything, answers: anything },
    },
    '/invitation/password': {
      post: {
        says: 'Takes an invitation, once: chooses a password and signs in',
        status: 201,
        takes: anything,
        answers: anything,
      },
    },
  },
} satisfies Resource;
