import type { ErrorRequestHandler, RequestHandler, Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import { z } from '@canter-book/core/schema';
import { RevisionConflict } from '../repositories/revisioned.ts';
import { Problem } from '../problem.ts';

interface ProblemBody {
  type: string;
  status: number;
  title: string;
  detail: string;
  [more: string]: unknown;
}

const problem = (status: number, title: string, detail: string, more = {}): ProblemBody => ({
  type: 'about:blank',
  status,
  title,
  detail,
  ...more,
});

/** More are of no help to anybody. */
const MOST_ISSUES = 20;

/** Maps an error to its status and sentence, once for all routes. */
export function problemOf(error: unknown): ProblemBody {
  if (error instanceof Problem) return problem(error.status, error.title, error.detail, error.more);
  if (error instanceof z.core.$ZodError) {
    const issues = error.issues
      .slice(0, MOST_ISSUES)
      .map((i) => ({ where: i.path.join('.'), what: i.message }));
    const first = issues[0];
    const detail = first
      ? `${first.where || 'The request'}: ${first.what}`
      : 'The request is not valid.';
    return problem(400, 'This cannot be stored as it is', detail, { issues });
  }
  if (error instanceof RevisionConflict) {
    return problem(409, 'Saved elsewhere in the meantime', error.message, {
      current: error.current,
      sent: error.sent,
    });
  }
  return problemOfRequest(error) ?? problemOfDatabase(error) ?? UNKNOWN;
}

const UNKNOWN = problem(
  500,
  'Something went wrong here',
  'Nothing was stored. Try again; what you entered is still on your screen.',
);

/** Errors of Express and its parsers. */
function problemOfRequest(error: unknown): ProblemBody | null {
  const { status, type, code } = error as { status?: number; type?: string; code?: unknown };
  if (type === 'entity.parse.failed')
    return problem(400, 'This is not JSON', 'The request cannot be read.');
  if (type === 'entity.too.large') return problem(413, 'Too large', 'Send it in smaller parts.');
  if (typeof code === 'string' && code.startsWith('Z_'))
    return problem(400, 'Not a packed file', 'The file is damaged, or is not packed with gzip.');
  if (status && status >= 400 && status < 500)
    return problem(status, 'Not accepted', 'The request was not accepted.');
  return null;
}

const IN_USE = problem(
  409,
  'Still in use',
  'It belongs to something else in the book, or names something that is not there.',
);
const NOT_STORABLE = problem(
  400,
  'This cannot be stored as it is',
  'A value has a character or a size that the book cannot store.',
);
const WAITING = problem(
  503,
  'The book is waiting for its database',
  'Nothing was stored. What you entered is kept on your screen and is sent again.',
);

// Source of the codes: PostgreSQL documentation, appendix A (from memory).
const FOREIGN_KEY = '23503';
/** Data exceptions: a value that does not fit its column. */
const DATA = /^22/;
/** Connection lost, too many connections, starting up or shutting down, a lock or statement over its time. */
const AWAY = /^(08|53|57P|55P03|57014|25P03|40001|40P01)/;
const AWAY_OF_SYSTEM =
  /^(ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|ENOTFOUND|EAI_AGAIN|EHOSTUNREACH)$/;
const AWAY_IN_WORDS =
  /Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error|not queryable/i;

/** Errors of the database, also when wrapped in another, and its absence. */
function problemOfDatabase(error: unknown): ProblemBody | null {
  for (const cause of causesOf(error)) {
    const { code, message = '' } = cause as { code?: unknown; message?: string };
    const said = typeof code === 'string' ? code : '';
    if (said === FOREIGN_KEY) return IN_USE;
    if (AWAY.test(said) || AWAY_OF_SYSTEM.test(said) || AWAY_IN_WORDS.test(message)) return WAITING;
    if (DATA.test(said)) return NOT_STORABLE;
  }
  return null;
}

function* causesOf(error: unknown): Generator<object> {
  let cause = error;
  for (let depth = 0; depth < 5 && typeof cause === 'object' && cause !== null; depth++) {
    yield cause;
    cause = (cause as { cause?: unknown }).cause;
  }
}

/** The part of an error that may be logged: never what people entered, which a database's message quotes. */
export function loggable(error: unknown): object {
  return {
    causes: [...causesOf(error)].map((cause) => {
      const { name, code, stack = '' } = cause as Error & { code?: unknown };
      return { name, code, at: stack.split('\n').filter((line) => /^\s+at /.test(line)) };
    }),
  };
}

export function answerProblem(res: Response, body: ProblemBody): void {
  if (body.status === 503) res.set('Retry-After', '2');
  res.status(body.status).type('application/problem+json').send(JSON.stringify(body));
}

export const sendProblem: ErrorRequestHandler = (error, req, res, next) => {
  const body = problemOf(error);
  if (body.status === 500) req.log?.error(loggable(error), body.title);
  else if (body.status > 500) req.log?.warn(loggable(error), body.title);
  // A download that broke in the middle can only be cut off.
  if (res.headersSent) return next(error);
  answerProblem(res, body);
};

/** So many requests a minute of one device; more are told to wait. */
export const atMost = (aMinute: number, refusal: Problem): RequestHandler =>
  rateLimit({
    windowMs: 60_000,
    limit: aMinute,
    legacyHeaders: false,
    handler: (_req, res) => answerProblem(res, problemOf(refusal)),
  });
