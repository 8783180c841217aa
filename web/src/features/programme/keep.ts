import type { Wished } from '@canter-book/core/programme/fromBook';
import { levelsNow, movedBetween } from '@canter-book/core/programme/moved';
import type { Programme } from '@canter-book/core/programme/types';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import type { ProgrammeRequest } from '@canter-book/core/programme/request';
import { movedSaid } from '@canter-book/core/programme/said';
import { newId } from '../../app/newId.ts';

/** From planned weeks to the record that keeps them, and the moves in between. */

export const wishedOf = ({
  goal,
  weeks,
  availability,
  lately,
  themes,
  days,
}: ProgrammeRecord): Wished => ({
  goal,
  weeks,
  availability,
  ...(lately && { lately }),
  themes,
  days,
});

/** Differences from the record's plan, in words. */
export const movedIn = (
  { plan }: ProgrammeRecord,
  { programme, request }: { programme: Programme; request: ProgrammeRequest },
): string[] => movedBetween(plan, programme, request).map(movedSaid);

/** As much of what moved is kept as anybody looks back on. */
const MOST_KEPT = 100;

export function recordFrom(
  record: ProgrammeRecord | null,
  horseId: string,
  wished: Wished,
  { programme, request }: { programme: Programme; request: ProgrammeRequest },
  moved: readonly string[],
  date: string,
): ProgrammeRecord {
  const fresh = programme.weeks.map(({ facts: _, ...week }) => week);
  const gone = (record?.plan.weeks ?? []).filter((w) => w.monday < fresh[0]!.monday);
  const steps = programme.steps.map(({ reading: _, ...step }) => step);
  const stepsGone = (record?.plan.steps ?? []).filter((s) => s.from < steps[0]!.from);
  return {
    id: record?.id ?? newId(),
    revision: record?.revision ?? 0,
    horseId,
    ...wished,
    plan: {
      begunOn: record?.plan.begunOn ?? date,
      madeOn: date,
      weeks: [...gone, ...fresh],
      steps: [...stepsGone, ...steps],
      levels: levelsNow(request.horse),
    },
    done: record?.done ?? [],
    moved: [
      ...(moved.length > 0 ? [{ on: date, said: moved.slice(0, 60) }] : []),
      ...(record?.moved ?? []),
    ].slice(0, MOST_KEPT),
  };
}
