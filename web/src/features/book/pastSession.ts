import type { Session } from '@canter-book/core/observations/records';
import { newId } from '../../app/newId.ts';

/** Rows without a time of day are set at noon. */
export const noonOf = (date: string): string => `${date}T12:00:00.000Z`;

type Known = Pick<Session, 'date' | 'horseId'> & Partial<Session>;

/** A session that was ridden before it was in the book. */
export const pastSession = (known: Known): Session => ({
  riderId: null,
  minutes: null,
  notes: '',
  homework: '',
  ...known,
  id: newId(),
  revision: 1,
  lessonId: null,
  document: null,
  startedAt: noonOf(known.date),
  endedAt: noonOf(known.date),
});
