/** Times of the day as minutes since midnight, and back. */

export const minutesFrom = (time: string): number =>
  Number(time.slice(0, 2)) * 60 + Number(time.slice(3));

export const timeFrom = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;

/** The one timetable there is. */
export const TIMETABLE_ID = '00000000-0000-7000-8000-000000000001';
