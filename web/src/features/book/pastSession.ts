import { v5 } from 'uuid';
import type { Session } from '@canter-book/core/book/records';

/** Rows without a time of day are set at noon. */
export const noonOf = (date: string): string => `${date}T12:00:00.000Z`;

/** Any fixed id: what is named under it is a row of a table. Source of the form: RFC 9562, version 5. */
const OF_ROWS = '0197c5a0-0000-7000-8000-63616e746572';

/**
 * Ids made from what the rows say: the same row has the same id each time its file is taken, so that it is in
 * the book once. Rows that are alike within one file are told apart by their number.
 */
export function rowIds(): (...said: readonly unknown[]) => string {
  const met = new Map<string, number>();
  return (...said) => {
    const words = JSON.stringify(said);
    const nth = (met.get(words) ?? 0) + 1;
    met.set(words, nth);
    return v5(`${words}#${nth}`, OF_ROWS);
  };
}

type Known = Pick<Session, 'id' | 'date' | 'horseId'> & Partial<Session>;

/** A session that was ridden before it was in the book. */
export const pastSession = (known: Known): Session => ({
  riderId: null,
  minutes: null,
  notes: '',
  homework: '',
  ...known,
  revision: 1,
  lessonId: null,
  document: null,
  startedAt: noonOf(known.date),
  endedAt: noonOf(known.date),
});
