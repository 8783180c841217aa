import type { Resource } from './routes/describe.ts';
import { account } from './routes/account.ts';
import { book } from './routes/bookData.ts';
import { devices, pairing } from './routes/devices.ts';
import { exercises } from './routes/exercises.ts';
import { horses } from './routes/horses.ts';
import { lessons } from './routes/lessons.ts';
import { live } from './routes/live.ts';
import { mine } from './routes/mine.ts';
import { people } from './routes/people.ts';
import { programmes } from './routes/programmes.ts';
import { riders } from './routes/riders.ts';
import { rides } from './routes/rides.ts';
import { observations, sessions } from './routes/sessions.ts';
import { shared, shares } from './routes/shares.ts';
import { signIn } from './routes/signIn.ts';
import { appointments, busy, calendar, feeds, timetable } from './routes/timetable.ts';
import { weather } from './routes/weather.ts';
import { yard } from './routes/yard.ts';

/** What the API has, by its address: a line a resource. */
export const RESOURCES = {
  horses,
  riders,
  lessons,
  exercises,
  rides,
  programmes,
  appointments,
  timetable,
  busy,
  'calendar/feeds': feeds,
  calendar,
  sessions,
  observations,
  yard,
  weather,
  live,
  mine,
  book,
  devices,
  people,
  'sign-in': signIn,
  account,
  shares,
  shared,
  pairing,
} as const satisfies Record<string, Resource>;
