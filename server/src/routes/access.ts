import { isIP } from 'node:net';
import { hostname } from 'node:os';
import type { Request, RequestHandler, Response } from 'express';
import type { Device } from '../repositories/door/devices.ts';
import type { Devices } from '../repositories/door/stores.ts';
import type { Entry } from '../repositories/audit.ts';
import { Problem } from '../problem.ts';

/** Who asks, and what each may do. `docs/security.md` says it in words; a test tries every address as everybody. */

export const ROLES = ['owner', 'instructor', 'helper', 'rider', 'nobody'] as const;
/** Whoever sits at the machine of the book is its owner; a phone or browser is its person's; all else is nobody. */
export type Role = (typeof ROLES)[number];

export interface Who {
  readonly role: Role;
  /** The phone or browser, also one that was removed. */
  readonly device: Device | null;
}

/** Who may use a resource of the API. */
export type Access = 'anyone' | 'known' | 'ringside' | 'team' | 'rider' | 'owner';

const MAY: Readonly<Record<Access, readonly Role[]>> = {
  anyone: ROLES,
  known: ['owner', 'instructor', 'helper', 'rider'],
  /** A helper with the given horses alone: `helper.ts`. */
  ringside: ['owner', 'instructor', 'helper'],
  team: ['owner', 'instructor'],
  /** Of a rider's own. */
  rider: ['rider'],
  owner: ['owner'],
};

export const may = (role: Role, access: Access): boolean => MAY[access].includes(role);

export const whoIn = (res: Response): Who => res.locals['who'] as Who;

const LOOPBACK = /^(127\.|::1$|::ffff:127\.)/;
const OWN_NAME = hostname().toLowerCase();

/** Names under which this machine is found. */
export const MACHINE_NAMES: readonly string[] = ['localhost', OWN_NAME, `${OWN_NAME}.local`];

/** The name in a Host header, without its port; IPv6 stands in brackets. */
export function nameIn(host: string): string {
  const bracketed = /^\[([^\]]*)\]/.exec(host);
  return (bracketed?.[1] ?? host.replace(/:\d*$/, '')).toLowerCase();
}

/** Names of this machine for itself. */
const isOwnName = (name: string): boolean =>
  name === 'localhost' ||
  name.endsWith('.localhost') ||
  name === OWN_NAME ||
  (isIP(name) !== 0 && LOOPBACK.test(name));

/**
 * Whether a request comes from this machine itself: over its own wire, under its own name, and passed on by nobody. What
 * a proxy passes on carries its mark, and is from elsewhere.
 */
export function isLocal({
  socket,
  headers,
}: {
  socket: { remoteAddress?: string | undefined; encrypted?: boolean };
  headers: Readonly<Record<string, string | string[] | undefined>>;
}): boolean {
  if (socket.encrypted || !LOOPBACK.test(socket.remoteAddress ?? '')) return false;
  if (headers['x-forwarded-for'] ?? headers['forwarded'] ?? headers['x-forwarded-host'])
    return false;
  return isOwnName(nameIn(typeof headers['host'] === 'string' ? headers['host'] : ''));
}

/** Over TLS alone: a browser sends it back nowhere else. */
export const COOKIE = '__Host-canter-book';

const secretIn = (req: Request): string | null => {
  const cookies = (req.headers.cookie ?? '').split(/;\s*/);
  const own = cookies.find((c) => c.startsWith(`${COOKIE}=`));
  return own ? own.slice(COOKIE.length + 1) : null;
};

export const identify =
  (devices: Devices): RequestHandler =>
  async (req, res, next) => {
    res.locals['who'] = await whoAsks(req, res, devices);
    next();
  };

/** Finds out who asks; a device may be given what it shows from now on. */
export async function whoAsks(req: Request, res: Response, devices: Devices): Promise<Who> {
  if (isLocal(req)) return { role: 'owner', device: null };
  const secret = req.secure ? secretIn(req) : null;
  const shown = secret ? await devices.of(secret, new Date()) : null;
  if (!shown) return { role: 'nobody', device: null };
  const { device, next } = shown;
  if (next !== null) giveSecret(res, next);
  return { role: device.removedAt ? 'nobody' : device.role, device };
}

/** As long as a browser keeps anything; the book itself ends it sooner. */
const COOKIE_MS = 400 * 24 * 3600 * 1000;
const COOKIE_OPTIONS = { httpOnly: true, secure: true, sameSite: 'strict', path: '/' } as const;

/** Sets the device's secret for its next requests. */
export const giveSecret = (res: Response, secret: string): void =>
  void res.cookie(COOKIE, secret, { ...COOKIE_OPTIONS, maxAge: COOKIE_MS });

export const takeSecret = (res: Response): void => void res.clearCookie(COOKIE, COOKIE_OPTIONS);

const NOT_PAIRED = new Problem(
  401,
  'This device is not let in',
  'Sign in, or add it on the machine of the book: Book, then People and phones.',
);
export const NOT_A_HELPERS = new Problem(
  403,
  'Not for a helper',
  'A helper teaches the given horses and takes notes on them. Ask the owner of the book for more.',
);
const NOT_YOURS: Partial<Record<Role, Problem>> = {
  rider: new Problem(
    403,
    'Not for a rider',
    'A rider sees the rider’s own page. Ask your instructor for more.',
  ),
  helper: NOT_A_HELPERS,
};
const ONLY_OWNER = new Problem(
  403,
  'Only for the owner of the book',
  'This is done on the machine the book lies on, or by whoever signs in as its owner.',
);

/**
 * Lets through whom a resource is for; and what is kept aside as soon as it is read. The first gate an address meets
 * decides: one that lies within another stands before it.
 */
export const only =
  (access: Access): RequestHandler =>
  (req, res, next) => {
    const { role } = whoIn(res);
    if (res.locals['gate']) return next();
    res.locals['gate'] = access;
    if (may(role, access) || asideOf(req, whoIn(res)) !== null) return next();
    throw role === 'nobody' ? NOT_PAIRED : (NOT_YOURS[role] ?? ONLY_OWNER);
  };

/** Resources whose writes from a removed phone are set aside. */
const KEPT_ASIDE = /^\/api\/(sessions|observations|rides)\b/;

/** The resource of a removed phone's write, and null for all else. */
function asideOf({ method, originalUrl }: Request, { role, device }: Who): string | null {
  const isWrite = method === 'PUT' || method === 'POST';
  return role === 'nobody' && device && isWrite
    ? (KEPT_ASIDE.exec(originalUrl)?.[1] ?? null)
    : null;
}

/** "A session of 2026-05-02", "12 observations": enough to decide by. */
function aboutOf(path: string, body: unknown): string {
  const { date, observations } = (body ?? {}) as { date?: unknown; observations?: unknown };
  if (path === 'observations') {
    const n = Array.isArray(observations) ? observations.length : 0;
    return n === 1 ? 'one observation' : `${n} observations`;
  }
  const what = path === 'rides' ? 'a marked ride' : 'a session';
  return typeof date === 'string' ? `${what} of ${date.slice(0, 10)}` : what;
}

/** A phone that was removed while it was away has a lesson on it: what it sends is kept for the owner to take. */
export const keepAside =
  (devices: Devices): RequestHandler =>
  async (req, res, next) => {
    const kind = asideOf(req, whoIn(res));
    if (kind === null) return next();
    const { id } = whoIn(res).device!;
    const parcel = { path: kind, about: aboutOf(kind, req.body), body: req.body as unknown };
    const isKept = await devices.setAside.add(id, parcel, new Date());
    throw new Problem(
      403,
      'This phone was removed from the book',
      isKept
        ? 'What it sent is kept aside; the owner of the book takes it or leaves it.'
        : 'There is too much kept aside already: what you entered stays on this phone. Ask the owner of the book.',
      { keptAside: isKept },
    );
  };

/**
 * Only pages of the book may change it: a page of another site has the browser send along who asks, but cannot hide
 * where it comes from. What is no browser sends neither, and has no such visitor.
 * Source: Fetch standard, `Origin` and `Sec-Fetch-Site`.
 */
export const ownPagesOnly: RequestHandler = (req, _res, next) => {
  if (['GET', 'HEAD', 'OPTIONS'].includes(req.method)) return next();
  const { origin, host } = req.headers;
  const site = req.headers['sec-fetch-site'];
  const isOwn =
    origin === undefined
      ? site === undefined || site === 'same-origin' || site === 'none'
      : origin === `${req.protocol}://${host}`;
  if (isOwn) return next();
  throw new Problem(
    403,
    'Not from a page of the book',
    'The book is only changed from its own pages. Open it under its own address.',
  );
};

/** Whose writes are written down: of all who come from elsewhere, and at the machine what lets in, shuts out or moves the book. */
export function auditable(
  { method, originalUrl }: Pick<Request, 'method' | 'originalUrl'>,
  { role, device }: Who,
  /** Who came in by it. */
  arrived?: string,
): Entry | null {
  const path = originalUrl.split('?')[0]!.slice('/api/'.length);
  const isOwners = role === 'owner' && device === null;
  if (isOwners && !/^(devices|people|shares|book)\b/.test(path)) return null;
  return { person: isOwners ? null : (arrived ?? device?.person ?? 'a new device'), method, path };
}
