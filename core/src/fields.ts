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

/** A letter of the arena, A to Z: which of them there are, the arena says. */
export const letterSchema = z.string().check(z.regex(/^[A-Z]$/));

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
