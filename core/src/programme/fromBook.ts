import type { Exercise } from '../exercises/exercise.ts';
import type { HorseFile } from '../planner/request.ts';
import { mondayOf } from '../progress/days.ts';
import type { DatedMark } from '../progress/standing.ts';
import { aheadByWeek } from './ahead.ts';
import type { ProgrammeRecord } from './record.ts';
import { MOST_WEEKS, type ProgrammeRequest } from './request.ts';

/** The wishes of a record: all of it that its owner may change. */
export type Wished = Pick<
  ProgrammeRecord,
  'goal' | 'weeks' | 'availability' | 'lately' | 'themes' | 'days'
>;

interface Known {
  readonly horse: HorseFile;
  readonly readings: readonly DatedMark[];
  readonly own: readonly Exercise[];
  /** Days on which a lesson of the horse stands in the timetable. */
  readonly lessons: readonly string[];
  readonly date: string;
}

/** The request for a programme of a horse of the book: what is wished for, and the plan that has held so far. */
export function programmeRequest(
  { goal, weeks, availability, lately, themes, days }: Wished,
  plan: ProgrammeRecord['plan'] | null,
  { horse, readings, own, lessons, date }: Known,
): ProgrammeRequest {
  const monday = mondayOf(date);
  const step = plan?.steps.findLast((s) => s.from <= monday);
  return {
    horse,
    wishes: {
      goal,
      date,
      weeks,
      availability,
      ...(lately && { lately }),
      // What was fixed for days gone by is over.
      themes: themes.filter((t) => t.monday >= monday),
      days: days.filter((d) => d.date >= date),
      lessons: [...lessons],
      before: (plan?.weeks ?? []).filter((w) => w.monday <= monday),
      kept: (plan?.weeks ?? []).filter((w) => w.monday >= monday),
      ...(plan && { begun: plan.begunOn }),
      ...(step && { step }),
      steps: (plan?.steps ?? []).filter((s) => s.from > monday),
      ahead: aheadByWeek(readings, date, monday, MOST_WEEKS),
      seed: 1,
      own: [...own],
    },
  };
}
