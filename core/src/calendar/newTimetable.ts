import { TIMETABLE_ID } from './clock.ts';
import type { Timetable } from './appointment.ts';

/** A timetable that nobody has set up. */
export const NEW_TIMETABLE: Timetable = {
  id: TIMETABLE_ID,
  revision: 0,
  arenas: [],
  travel: [],
  instructors: [],
  opens: '07:00',
  closes: '21:00',
  breakAfterMin: 180,
  breakMin: 15,
  feeds: [],
};
