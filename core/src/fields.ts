import { z } from './schema.ts';

/**
 * The fields that every record of the book is made of. What cannot be stored, or would come back as
 * something else, is refused here with a sentence, not by the database with a failure.
 */

/** Ids are written in small letters, so that one thing has one id. */
export const idSchema = z.uuid('this is not an id').check(z.toLowerCase());

const FIRST_YEAR = 1900;
const LAST_YEAR = 2199;
const inTheBook = (text: string) => {
  const year = Number(text.slice(0, 4));
  return year >= FIRST_YEAR && year <= LAST_YEAR;
};
const RANGE = `must lie between the years ${FIRST_YEAR} and ${LAST_YEAR}`;

/** A day, YYYY-MM-DD. */
export const daySchema = z.iso
  .date('must be a day such as 2026-05-02')
  .check(z.refine(inTheBook, RANGE));

/** An instant with its offset, which no place on earth has beyond fourteen hours. */
export const instantSchema = z.iso
  .datetime({ offset: true, error: 'must be an instant such as 2026-05-02T15:00:00Z' })
  .check(z.refine(inTheBook, RANGE), z.refine(offsetIsReal, 'has an offset beyond 14 hours'));

function offsetIsReal(text: string): boolean {
  const offset = /[+-](\d\d):?(\d\d)$/.exec(text);
  return offset === null || Number(offset[1]) * 60 + Number(offset[2]) <= 14 * 60;
}

/** Far more than any record nests. */
const DEEPEST = 40;
// A NUL, or half of a surrogate pair: PostgreSQL stores neither.

const UNSTORABLE = /\u0000|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/;

/** Text without the characters that no database stores. */
export const storableText = (text: string): string =>
  text.replace(new RegExp(UNSTORABLE.source, 'g'), '');

export interface Unstorable {
  /** The way to it, as `items.3.note`. */
  readonly where: string;
  readonly what: string;
}

/**
 * The first place in a value from outside that cannot be stored, whatever schema it will be held to:
 * a character that the database refuses, or lists within lists without end. Null when there is none.
 */
export function unstorableIn(value: unknown): Unstorable | null {
  const waiting: { value: unknown; way: readonly string[] }[] = [{ value, way: [] }];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const where = next.way.join('.');
    if (typeof next.value === 'string' && UNSTORABLE.test(next.value)) {
      return { where, what: 'has a character that cannot be stored; delete it and try again' };
    }
    if (typeof next.value !== 'object' || next.value === null) continue;
    if (next.way.length >= DEEPEST) {
      return { where: next.way.slice(0, 4).join('.'), what: 'is nested too deeply' };
    }
    for (const [key, inner] of Object.entries(next.value)) {
      if (UNSTORABLE.test(key)) return { where, what: 'has a name that cannot be stored' };
      waiting.push({ value: inner, way: [...next.way, key] });
    }
  }
  return null;
}
