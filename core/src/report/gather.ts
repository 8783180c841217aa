import type { Appointment } from '../calendar/appointment.ts';
import { occurrencesIn } from '../calendar/occurrences.ts';
import type { OwnExercise } from '../exercises/exercise.ts';
import { shelfWith } from '../exercises/shelf.ts';
import { levelsFrom } from '../planner/request.ts';
import { daysLater, dayOf } from '../progress/days.ts';
import { standingsOf } from '../progress/standing.ts';
import { reportOf, type Report, type ReportInput } from './report.ts';

/** Days after the period of which appointments are told. */
const AHEAD_DAYS = 28;

/** The last day whose appointments a report looks at. */
export const aheadUntil = (to: string): string => daysLater(to, AHEAD_DAYS);

/** The documents a report is made from, of all horses where it says so. */
export interface Gathered extends Omit<ReportInput, 'levels' | 'shelf' | 'ahead'> {
  readonly own: readonly OwnExercise[];
  /** Of all horses, that can fall on a day until {@link aheadUntil}. */
  readonly appointments: readonly Appointment[];
}

/** A report from what lies in the book, on the page of a horse and behind a link. */
export function reportFrom({ own, appointments, ...known }: Gathered): Report {
  const { horse, readings, to } = known;
  return reportOf({
    ...known,
    levels: levelsFrom(standingsOf(readings, dayOf(to))),
    shelf: shelfWith(own.map((o) => o.exercise)),
    ahead: occurrencesIn(
      appointments.filter((a) => a.horseId === horse.id),
      to,
      aheadUntil(to),
    ),
  });
}
