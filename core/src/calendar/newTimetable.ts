import type { Timetable } from './appointment.ts';

/** The one timetable there is. */
export const TIMETABLE_ID = '00000000-0000-7000-8000-000000000001';

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
