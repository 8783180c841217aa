import type { DocumentKind, Documents } from '@canter-book/core/documents';
import { appointment } from './appointment.ts';
import { busy } from './busy.ts';
import type { Document } from './document.ts';
import { exercise } from './exercise.ts';
import { horse } from './horse.ts';
import { lesson } from './lesson.ts';
import { observation } from './observation.ts';
import { programme } from './programme.ts';
import { ride } from './ride.ts';
import { rider } from './rider.ts';
import { session } from './session.ts';
import { timetable } from './timetable.ts';

/** The documents of the book: a line each. Their order is that of `DOCUMENT_NAMES`. */
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
} satisfies { [K in DocumentKind]: Document<Documents[K], unknown> };
