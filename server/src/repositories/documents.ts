import { observation } from './observations.ts';
import { exercise } from './stores/exercises.ts';
import { horse } from './stores/horses.ts';
import { lesson } from './stores/lessons.ts';
import { programme } from './stores/programmes.ts';
import { rider } from './stores/riders.ts';
import { ride } from './stores/rides.ts';
import { session } from './stores/sessions.ts';
import { appointment, busy, timetable } from './stores/timetable.ts';

/** The documents of the book, in the order in which they can be stored: what others name comes first. */
export const DOCUMENTS = {
  rider,
  exercise,
  horse,
  timetable,
  busy,
  lesson,
  ride,
  programme,
  appointment,
  session,
  observation,
} as const;

export type DocumentKind = keyof typeof DOCUMENTS;
export const DOCUMENT_KINDS = Object.keys(DOCUMENTS) as DocumentKind[];
