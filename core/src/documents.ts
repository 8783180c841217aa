import type { Horse, LessonRecord, Rider, Session } from './book/records.ts';
import type { Appointment, BusyCalendar, Timetable } from './calendar/appointment.ts';
import type { OwnExercise } from './exercises/exercise.ts';
import type { Observation } from './observations/observation.ts';
import type { ProgrammeRecord } from './programme/record.ts';
import type { MarkedRide } from './sheet/markedRide.ts';

/**
 * The documents the book is made of, for the server, for the pages and for a book file. What the server has to know of one
 * stands in its descriptor there; the schemas stay where they are, so that a page need not load them all.
 */

/** By what each is called in a book file. */
export interface Documents {
  rider: Rider;
  exercise: OwnExercise;
  horse: Horse;
  timetable: Timetable;
  busy: BusyCalendar;
  lesson: LessonRecord;
  ride: MarkedRide;
  programme: ProgrammeRecord;
  appointment: Appointment;
  session: Session;
  observation: Observation;
}

export type DocumentKind = keyof Documents;

interface Called {
  /** Its address below `/api`, and its name in the book. */
  readonly at: string;
  /** "horses": how they are counted. */
  readonly many: string;
  /** The tag of pages that show it: they ask again when one was saved. */
  readonly tag: string;
  /** The tag of the one that is open, where a page asks for it again only when somebody else has saved it. */
  readonly open?: string;
  /** The tag of everything worked out of it. */
  readonly also?: string;
}

/** In the order in which they can be stored: what others name comes first. */
export const DOCUMENT_NAMES = {
  rider: { at: 'riders', many: 'riders', tag: 'Rider' },
  exercise: { at: 'exercises', many: 'own exercises', tag: 'Exercise' },
  horse: { at: 'horses', many: 'horses', tag: 'Horse' },
  timetable: { at: 'timetable', many: 'arenas and opening hours', tag: 'Timetable' },
  busy: { at: 'busy', many: 'calendars of busy hours', tag: 'Busy' },
  lesson: { at: 'lessons', many: 'lessons', tag: 'Lesson', open: 'OpenLesson' },
  ride: { at: 'rides', many: 'marked tests', tag: 'Ride', also: 'Observations' },
  programme: { at: 'programmes', many: 'programmes', tag: 'Programme' },
  appointment: { at: 'appointments', many: 'appointments', tag: 'Appointment' },
  session: { at: 'sessions', many: 'sessions', tag: 'Session', also: 'Observations' },
  observation: { at: 'observations', many: 'observations', tag: 'Observations', also: 'Session' },
} as const satisfies Readonly<Record<DocumentKind, Called>>;

export const DOCUMENT_KINDS = Object.keys(DOCUMENT_NAMES) as DocumentKind[];
