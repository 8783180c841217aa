import type { Resource } from './routes/resource.ts';
import { account } from './routes/account.ts';
import { book } from './routes/bookData.ts';
import { devices, pairing } from './routes/devices.ts';
import { servedDocuments } from './routes/documentRoutes.ts';
import { ofHorses } from './routes/horses.ts';
import { live } from './routes/live.ts';
import { mine } from './routes/mine.ts';
import { observations, ofSessions } from './routes/observations.ts';
import { people } from './routes/people.ts';
import { shared, shares } from './routes/shares.ts';
import { signIn } from './routes/signIn.ts';
import { busy, calendar, feeds, timetable } from './routes/timetable.ts';
import { weather } from './routes/weather.ts';
import { yard } from './routes/yard.ts';

/** The resources of the API by address: every document of the book, and a line for each of the others. */
export const RESOURCES: Readonly<Record<string, Resource>> = {
  ...servedDocuments({ horse: ofHorses, session: ofSessions }),
  observations,
  timetable,
  busy,
  'calendar/feeds': feeds,
  calendar,
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
};
