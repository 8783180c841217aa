import type { RequestHandler, Response } from 'express';
import type { Rider } from '@canter-book/core/book/records';
import type { Book } from '../repositories/book.ts';
import { notFound, Problem } from '../problem.ts';
import { NOT_A_HELPERS, whoIn } from './access.ts';
import { idIn } from './resource.ts';

/**
 * What a helper may do: read what teaching the given horses needs, keep sessions of them and what was seen in them. An address
 * that stands nowhere here is not for helpers; of other horses they are told nothing.
 */

interface Asked {
  readonly book: Book;
  readonly res: Response;
  readonly body: unknown;
  /** The id in the address. */
  readonly id: string;
  isGiven(horseId: unknown): boolean;
}

type Rule = (asked: Asked) => void | Promise<void>;

/** Of a list and of a single document only what the test lets through. */
const showing =
  (isShown: (one: Record<string, unknown>, asked: Asked) => boolean): Rule =>
  (asked) =>
    answering(asked.res, (body) => {
      const fits = (one: unknown) => isShown(one as Record<string, unknown>, asked);
      if (Array.isArray(body)) return body.filter(fits);
      if (!fits(body)) throw notFound('document');
      return body;
    });

/** Changes what is answered, not what is refused. */
function answering(res: Response, change: (body: unknown) => unknown): void {
  const send = res.json.bind(res);
  res.json = (body: unknown) => {
    res.json = send;
    return send(res.statusCode < 400 ? change(body) : body);
  };
}

const ofGivenHorse: Rule = ({ id, isGiven }) => {
  if (!isGiven(id)) throw notFound('horse');
};

/** A session that is not in the book yet is nobody else's. */
async function sessionGiven({ book, isGiven }: Asked, sessionId: string): Promise<void> {
  const session = await book.sessions.get(idIn(sessionId, 'session'));
  if (session && !isGiven(session.horseId)) throw notFound('session');
}

const anything: Rule = () => {};

const RULES: readonly (readonly [is: RegExp, rule: Rule])[] = [
  [/^GET horses$/, showing(({ id }, { isGiven }) => isGiven(id))],
  [/^GET horses\/([^/]+)(\/(readings|seen|done))?$/, ofGivenHorse],
  [
    /^GET riders$/,
    ({ res }) =>
      answering(res, (all) =>
        (all as Rider[]).map((rider) => ({ ...rider, notes: '', theme: '' })),
      ),
  ],
  [/^GET exercises(\/[^/]+)?$/, anything],
  [
    /^GET lessons(\/([^/]+))?$/,
    showing(({ horseId }, { isGiven }) => horseId === null || isGiven(horseId)),
  ],
  [/^GET sessions(\/([^/]+))?$/, showing(({ horseId }, { isGiven }) => isGiven(horseId))],
  [/^GET sessions\/([^/]+)\/observations$/, (asked) => sessionGiven(asked, asked.id)],
  [
    /^PUT sessions\/([^/]+)$/,
    async (asked) => {
      await sessionGiven(asked, asked.id);
      if (!asked.isGiven((asked.body as { horseId?: unknown } | undefined)?.horseId))
        throw notFound('horse');
    },
  ],
  [
    /^POST observations$/,
    async (asked) => {
      const { observations } = (asked.body ?? {}) as { observations?: { sessionId?: unknown }[] };
      const ids = Array.isArray(observations) ? observations.map((o) => o?.sessionId) : [];
      for (const id of new Set(ids)) if (typeof id === 'string') await sessionGiven(asked, id);
    },
  ],
  [/^GET yard(\/last)?$/, showing(({ horseId }, { isGiven }) => isGiven(horseId))],
  [/^GET weather$/, anything],
  [/^GET live$/, anything],
  [/^POST live\/open$/, anything],
];

/** As the routes will read it. @throws Problem 400 where it is no address at all, such as `horses/%ff` */
function asRead(path: string): string {
  try {
    return decodeURIComponent(path);
  } catch {
    throw new Problem(400, 'Not an address', 'The address holds what stands for no character.');
  }
}

/** Keeps a helper to the given horses. */
export const onlyGivenHorses =
  (book: Book): RequestHandler =>
  async (req, res, next) => {
    const { role, device } = whoIn(res);
    if (role !== 'helper' || res.locals['gate'] !== 'ringside') return next();
    const path = req.originalUrl.split('?')[0]!.replace(/^\/api\/|\/+$/g, '');
    const said = `${req.method} ${asRead(path)}`;
    for (const [is, rule] of RULES) {
      const found = is.exec(said);
      if (!found) continue;
      res.locals['forHelper'] = true;
      const given = new Set<unknown>(device!.horseIds);
      await rule({
        book,
        res,
        body: req.body,
        id: found[1] ?? '',
        isGiven: (horseId) => given.has(horseId),
      });
      return next();
    }
    throw NOT_A_HELPERS;
  };
