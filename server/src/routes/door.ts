import { isIP } from 'node:net';
import type { RequestHandler } from 'express';
import { unstorableIn } from '@canter-book/core/storable';
import { Problem } from '../problem.ts';
import { MACHINE_NAMES, nameIn } from './access.ts';

/**
 * What every request passes before a route sees it.
 */

/**
 * Names under which the book may be called. A page of another site can have its own name point at this
 * machine; the browser then sends that name, and is sent away. An address of numbers cannot be borrowed so.
 *
 * @param more names from outside, such as that of a proxy
 */
export function allowHosts(more: readonly string[]): RequestHandler {
  const names = new Set([...MACHINE_NAMES, ...more.map((n) => n.toLowerCase())]);
  return (req, _res, next) => {
    const name = nameIn(req.headers.host ?? '');
    if (names.has(name) || name.endsWith('.localhost') || isIP(name) !== 0) return next();
    throw new Problem(
      421,
      'Not this book',
      'The book does not answer under this name. Its owner can allow the name with ALLOWED_HOSTS.',
    );
  };
}

/** Refuses what no schema should have to think of: characters that cannot be stored, depth without end. */
export const onlyStorable: RequestHandler = (req, _res, next) => {
  const found = unstorableIn(req.query) ?? unstorableIn(req.body);
  if (!found) return next();
  const detail = `${found.where || 'The request'}: ${found.what}`;
  throw new Problem(400, 'This cannot be stored as it is', detail, { issues: [found] });
};

/** Writing stops before the disk is full: a database that runs out of room in the middle is hard to save. */
const LEAST_FREE_BYTES = 128 * 2 ** 20;
const LOOK_AGAIN_MS = 2_000;

/** @param freeBytes what the disk of the book has left */
export function onlyWithRoom(freeBytes: () => Promise<number>): RequestHandler {
  let [known, lookedAt] = [Infinity, -Infinity];
  return async (req, _res, next) => {
    if (req.method === 'GET' || req.method === 'HEAD') return next();
    if (Date.now() - lookedAt > LOOK_AGAIN_MS) {
      known = await freeBytes();
      lookedAt = Date.now();
    }
    if (known >= LEAST_FREE_BYTES) return next();
    throw new Problem(
      507,
      'The disk is nearly full',
      'Nothing was stored. Make room on the disk of the book; what you entered is kept and is sent again.',
    );
  };
}
