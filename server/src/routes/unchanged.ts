import type { RequestHandler } from 'express';

/** Answers kept at most, in characters: the readings of forty horses over five years. */
const MOST_KEPT = 40e6;

/**
 * Answers the same question with the same words until something is written. Only for a book that this
 * process alone writes.
 *
 * @param writes how often the book was written to
 */
export function sameUntilWritten(writes: () => number): RequestHandler {
  const kept = new Map<string, string>();
  let [of, size] = [-1, 0];
  return (req, res, next) => {
    // A helper is answered with less.
    if (req.method !== 'GET' || res.locals['forHelper']) return next();
    const asked = writes();
    if (asked !== of || size > MOST_KEPT) {
      kept.clear();
      [of, size] = [asked, 0];
    }
    const key = req.originalUrl;
    const known = kept.get(key);
    if (known !== undefined) return void res.type('json').send(known);
    res.json = (body: unknown) => {
      const text = JSON.stringify(body);
      // What was written meanwhile may not be in it.
      if (res.statusCode === 200 && writes() === asked && asked === of) {
        kept.set(key, text);
        size += text.length;
      }
      return res.type('json').send(text);
    };
    next();
  };
}
