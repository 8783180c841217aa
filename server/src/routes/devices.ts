import { Router } from 'express';
import { z } from '@canter-book/core/schema';
import { idSchema } from '@canter-book/core/fields';
import { mergeSession, wordsLeftOut } from '@canter-book/core/book/mergeSession';
import { sessionSchema, type Session } from '@canter-book/core/book/records';
import { markedRideSchema, withJudges } from '@canter-book/core/sheet/markedRide';
import { mergeRides } from '@canter-book/core/sheet/mergeRides';
import { v7 } from 'uuid';
import type { AuditLog } from '../repositories/audit.ts';
import type { Book } from '../repositories/book.ts';
import type { Device, Whose } from '../repositories/door/devices.ts';
import type { SetAside } from '../repositories/door/setAside.ts';
import type { Devices } from '../repositories/door/stores.ts';
import { RevisionConflict, type Revisioned } from '../repositories/revisioned.ts';
import { notFound, Problem } from '../problem.ts';
import { giveSecret, whoIn } from './access.ts';
import { atMost } from './errors.ts';
import { idIn, type Resource } from './resource.ts';
import { taughtBy } from '../documents/session.ts';
import { batchSchema, seenBy } from './observations.ts';
import { anything, listOf } from './says.ts';
import { NO_DOOR, type PhoneDoor } from '../deps.ts';

const nameSchema = z.string().check(z.trim(), z.minLength(1), z.maxLength(80));

/** A rider is called as in the book; a helper has horses. */
export const whoseSchema = z.discriminatedUnion('role', [
  z.strictObject({ role: z.literal('owner'), name: nameSchema }),
  z.strictObject({ role: z.literal('instructor'), name: nameSchema }),
  z.strictObject({
    role: z.literal('helper'),
    name: nameSchema,
    horseIds: z.array(idSchema).check(z.minLength(1, 'choose a horse'), z.maxLength(200)),
  }),
  z.strictObject({ role: z.literal('rider'), riderId: idSchema }),
]);
const doorSchema = z.strictObject({ open: z.boolean() });
const pairSchema = z.strictObject({ code: z.string().check(z.minLength(1), z.maxLength(100)) });

const NO_OWNERS_PHONE = new Problem(
  400,
  'An owner signs in',
  'Whoever finds a paired phone has what it may do. Invite an owner, who signs in with a password or passkey.',
);

interface DevicesDeps {
  readonly devices: Devices;
  readonly door?: PhoneDoor;
  readonly audit?: AuditLog;
}

/** The owner's side: who is let in, and what was kept aside. */
function deviceRoutes(book: Book, { devices, door = NO_DOOR, audit }: DevicesDeps): Router {
  const router = Router();
  router.get('/', async (_req, res) => {
    const { stays, keep: _, ...shown } = door;
    res.json({
      door: { ...shown, staysOpen: await stays() },
      devices: await devices.list(),
    });
  });
  router.get('/audit', async (_req, res) => {
    res.json((await audit?.list()) ?? []);
  });
  router.put('/door', async (req, res) => {
    const { open } = doorSchema.parse(req.body);
    await door.keep(open);
    res.json({ open });
  });
  router.post('/codes', async (req, res) => {
    const asked = whoseSchema.parse(req.body);
    if (asked.role === 'owner') throw NO_OWNERS_PHONE;
    const { code, expiresAt } = await devices.offer(await whoseOf(book, asked), new Date());
    res.status(201).json({ code, expiresAt: expiresAt.toISOString() });
  });
  router.get('/set-aside', async (_req, res) => {
    res.json(await devices.setAside.list());
  });
  router.post('/set-aside/:id', async (req, res) => {
    const one = await devices.setAside.get(idIn(req.params.id, 'parcel'));
    if (!one) throw notFound('parcel');
    await take(book, one, (await devices.get(one.deviceId))!);
    await devices.setAside.remove(one.id);
    res.status(204).end();
  });
  router.delete('/set-aside/:id', async (req, res) => {
    await devices.setAside.remove(idIn(req.params.id, 'parcel'));
    res.status(204).end();
  });
  router.delete('/:id', async (req, res) => {
    if (!(await devices.remove(idIn(req.params.id, 'phone'), new Date()))) throw notFound('phone');
    res.status(204).end();
  });
  return router;
}

/** @throws Problem 404 when there is no such rider */
export async function whoseOf(book: Book, asked: z.infer<typeof whoseSchema>): Promise<Whose> {
  if (asked.role !== 'rider') {
    const { name: person, role } = asked;
    return { person, role, riderId: null, horseIds: 'horseIds' in asked ? asked.horseIds : [] };
  }
  const rider = await book.riders.get(asked.riderId);
  if (!rider) throw notFound('rider');
  return { person: rider.name, role: 'rider', riderId: rider.id, horseIds: [] };
}

/** Saves it as it is, or on top of what somebody has saved since. */
async function savedOver<T extends Revisioned>(
  store: { save(document: T): Promise<T> },
  sent: T,
  over: (current: T) => T,
): Promise<T | null> {
  try {
    await store.save(sent);
    return null;
  } catch (error) {
    if (!(error instanceof RevisionConflict)) throw error;
    const current = error.current as T;
    await store.save({ ...over(current), revision: current.revision });
    return current;
  }
}

/** A session that was corrected since keeps both; words it has no room for are kept as notes. */
async function takeSession(book: Book, sent: Session): Promise<void> {
  const current = await savedOver(book.sessions, sent, (stored) => mergeSession(stored, sent));
  const leftOut = current ? wordsLeftOut(current, sent) : [];
  await book.observations.append(
    leftOut.map((text) => ({
      id: v7(),
      sessionId: sent.id,
      at: new Date().toISOString(),
      kind: 'note',
      text,
    })),
  );
}

/** Takes a parcel into the book as if it had arrived in time. */
async function take(book: Book, { path, body }: SetAside, device: Device): Promise<void> {
  switch (path) {
    case 'sessions':
      await takeSession(book, await taughtBy(sessionSchema.parse(body), device, book.sessions));
      return;
    case 'rides': {
      const ride = markedRideSchema.parse(body);
      // Nobody knows which judges wrote on that phone: what it changes in the book is kept as history.
      await savedOver(book.rides, ride, (current) =>
        withJudges(mergeRides(ride, current, []), ride.judges, new Date()),
      );
      return;
    }
    default: {
      const { unknownSessions } = await book.observations.append(
        seenBy(device, batchSchema.parse(body).observations),
      );
      if (unknownSessions.length > 0)
        throw new Problem(
          409,
          'The session is not in the book yet',
          'Take the session first, then what was seen in it.',
        );
    }
  }
}

/** A code has 128 bits; this only keeps a guesser from filling the log. */
const TRIES_A_MINUTE = 10;

const TOO_OFTEN = new Problem(
  429,
  'Too many tries',
  'Wait a minute, then show a new code on the machine of the book.',
);

/** The phone's side: who am I, and let me in. */
function pairingRoutes(_: Book, { devices }: DevicesDeps): Router {
  const router = Router();
  router.get('/', (_req, res) => {
    const { role, device } = whoIn(res);
    const isRemoved = device?.removedAt != null;
    res.json({
      role,
      person: isRemoved ? null : (device?.person ?? null),
      signsIn: !isRemoved && device?.personId != null,
      isRemoved,
    });
  });
  router.post('/', atMost(TRIES_A_MINUTE, TOO_OFTEN), async (req, res) => {
    if (!req.secure)
      throw new Problem(
        403,
        'Not over plain HTTP',
        'A phone is paired over https. Open the address that the code shows.',
      );
    const { code } = pairSchema.parse(req.body);
    const paired = await devices.pair(code, kindOf(req.headers['user-agent']), new Date());
    if (!paired)
      throw new Problem(
        410,
        'This code is used up or too old',
        'A code is good for one phone and ten minutes. Show a new one on the machine of the book.',
      );
    giveSecret(res, paired.secret);
    res.locals['arrived'] = paired.device.person;
    res.status(201).json({ person: paired.device.person });
  });
  return router;
}

const KINDS: readonly (readonly [RegExp, string])[] = [
  [/iPhone/, 'iPhone'],
  [/iPad/, 'iPad'],
  [/Android.*Mobile/, 'Android phone'],
  [/Android/, 'Android tablet'],
  [/Macintosh/, 'Mac'],
  [/Windows/, 'Windows computer'],
  [/Linux/, 'Linux computer'],
];

/** The kind of device, from its user agent. */
export const kindOf = (agent = ''): string => KINDS.find(([is]) => is.test(agent))?.[1] ?? 'device';

export const devices = {
  for: 'owner',
  routes: deviceRoutes,
  says: {
    '/': {
      get: { says: 'The phones that are let in, and their door', answers: anything },
    },
    '/audit': {
      get: { says: 'What was changed from phones, the newest first', answers: listOf(anything) },
    },
    '/door': {
      put: {
        says: 'Opens or shuts the door for phones at the next start',
        takes: anything,
        answers: anything,
      },
    },
    '/codes': {
      post: {
        says: 'A code by which one phone can be paired within ten minutes',
        status: 201,
        takes: anything,
        answers: anything,
      },
    },
    '/set-aside': {
      get: { says: 'What removed phones have sent since', answers: listOf(anything) },
    },
    '/set-aside/{id}': {
      post: { says: 'Takes it into the book', status: 204 },
      delete: { says: 'Throws it away', status: 204 },
    },
    '/{id}': { delete: { says: 'Removes a phone at once', status: 204 } },
  },
} satisfies Resource;

export const pairing = {
  for: 'anyone',
  routes: pairingRoutes,
  says: {
    '/': {
      get: { says: 'Who asks: the owner, a paired phone, or nobody', answers: anything },
      post: {
        says: 'Pairs this phone by a code, once; over https only',
        status: 201,
        takes: anything,
        answers: anything,
      },
    },
  },
} satisfies Resource;
