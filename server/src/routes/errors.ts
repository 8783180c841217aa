import type { ErrorRequestHandler } from 'express';
import { ZodError } from 'zod';
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

/** Maps an error to its status and sentence, once for all routes. */
export function problemOf(error: unknown): ProblemBody {
  if (error instanceof Problem) return problem(error.status, error.title, error.detail, error.more);
  if (error instanceof ZodError) {
    const issues = error.issues.map((i) => ({ where: i.path.join('.'), what: i.message }));
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
  const { status, type } = error as { status?: number; type?: string };
  if (type === 'entity.parse.failed')
    return problem(400, 'This is not JSON', 'The request cannot be read.');
  if (type === 'entity.too.large') return problem(413, 'Too large', 'Send it in smaller parts.');
  if (status && status >= 400 && status < 500)
    return problem(status, 'Not accepted', 'The request was not accepted.');
  const cause = (error as { cause?: { code?: string } }).cause?.code;
  if (cause === '23503') {
    return problem(
      409,
      'Still in use',
      'It belongs to something else in the book, or names something that is not there.',
    );
  }
  return problem(
    500,
    'Something went wrong here',
    'Nothing was stored. Try again; what you entered is still on your screen.',
  );
}

export const sendProblem: ErrorRequestHandler = (error, req, res, _next) => {
  const body = problemOf(error);
  if (body.status >= 500) req.log?.error(error);
  res.status(body.status).type('application/problem+json').send(JSON.stringify(body));
};
