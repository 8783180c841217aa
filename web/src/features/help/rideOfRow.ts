import { parseLesson } from '@canter-book/core/notation/parse';
import { compileRide } from '@canter-book/core/ride/compile';
import type { Ride } from '@canter-book/core/ride/types';
import type { Row } from './reference.ts';

/** A row of the reference as the lesson it would be. */
export const lessonOfRow = ({ before = '', line, after = '' }: Row) =>
  parseLesson(`arena 20x60\nstart C trot working left\n${before}\n${line}\n${after}\n`);

/** Ridden; null where nothing is ridden for it. */
export function rideOfRow(row: Row): Ride | null {
  const ride = compileRide(lessonOfRow(row).lesson);
  return ride.totals.metres > 0.5 ? ride : null;
}
