import type { Horse } from '@canter-book/core/book/records';
import type { LastWorked } from '../../api/yard.ts';
import { byDate } from '../../app/dates.ts';

/** The longest rest first; a horse that was never worked is nobody’s oversight, and comes last. */
export function longestWaiting(
  worked: readonly LastWorked[],
  horses: readonly Pick<Horse, 'id' | 'retiredOn'>[],
): string[] {
  const last = new Map(worked.map((row) => [row.horseId, row.lastDate]));
  return horses
    .filter((horse) => !horse.retiredOn)
    .map((horse) => horse.id)
    .sort((a, b) => byDate(last.get(a) ?? null, last.get(b) ?? null));
}
