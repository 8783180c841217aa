import express, { Router } from 'express';
import { z } from '@canter-book/core/schema';
import {
  timetableSchema,
  zoneSchema,
  type Appointment,
} from '@canter-book/core/calendar/appointment';
import { TIMETABLE_ID } from '@canter-book/core/calendar/clock';
import { NEW_TIMETABLE } from '@canter-book/core/calendar/newTimetable';
import { daySchema, idSchema } from '@canter-book/core/fields';
import { daysLater } from '@canter-book/core/progress/days';
import { takeCalendar } from '../calendar/take.ts';
import { calendarText } from '../calendar/write.ts';
import { notFound, Problem } from '../problem.ts';
import type { Book } from '../repositories/book.ts';
import { idIn, type Resource } from './resource.ts';
import { anything, day, ICS, listOf, ref, text, uuid } from './says.ts';

/** Arenas, ways, opening hours: one document. */
function timetableRoutes(book: Book): Router {
  const router = Router();
  router.get('/', async (_req, res) => {
    res.json((await book.timetable.get(TIMETABLE_ID)) ?? NEW_TIMETABLE);
  });
  router.put('/', async (req, res) => {
    res.json(await book.timetable.save(timetableSchema.parse(req.body)));
  });
  return router;
}

const busySchema = z.strictObject({
  name: z.string().check(z.trim(), z.minLength(1), z.maxLength(120)),
  instructor: z._default(z.string().check(z.trim(), z.maxLength(60)), ''),
  riderId: z.optional(idSchema),
  zone: zoneSchema,
  today: daySchema,
});

/** Calendars of people's own: when they are not free. */
function busyRoutes(book: Book): Router {
  const router = Router();
  router.get('/', async (_req, res) => void res.json(await book.busy.list()));
  router.post('/', express.text({ type: 'text/calendar', limit: '8mb' }), async (req, res) => {
    if (typeof req.body !== 'string')
      throw new Problem(415, 'Not a calendar', 'Send the file as text/calendar.');
    const { riderId = null, ...rest } = busySchema.parse(req.query);
    const { calendar, isNew } = await takeCalendar(book, { ...rest, riderId, text: req.body });
    res.status(isNew ? 201 : 200).json(calendar);
  });
  router.delete('/:id', async (req, res) => {
    await book.busy.remove(idIn(req.params.id, 'calendar'));
    res.status(204).end();
  });
  return router;
}

const whoseSchema = z.strictObject({
  instructor: z.optional(z.string().check(z.trim(), z.maxLength(60))),
  riderId: z.optional(idSchema),
});

/** The lessons of a person as a calendar. */
async function sendCalendar(
  book: Book,
  res: express.Response,
  whose: z.infer<typeof whoseSchema>,
): Promise<void> {
  const now = new Date();
  const today = now.toISOString().slice(0, 10);
  const all = await book.appointments.list({
    from: daysLater(today, -31),
    to: daysLater(today, 370),
  });
  const mine = (a: Appointment) =>
    whose.riderId
      ? a.riderId === whose.riderId
      : whose.instructor === undefined || a.instructor === whose.instructor;
  const [horses, riders] = await Promise.all([book.horses.list(), book.riders.list()]);
  const horse = (id: string) => horses.find((h) => h.id === id)?.name;
  const rider = (id: string) => riders.find((r) => r.id === id)?.name;
  const name = whose.riderId ? rider(whose.riderId) : whose.instructor;
  const title = name ? `Lessons: ${name}` : 'Lessons';
  res.type('text/calendar').send(calendarText(title, all.filter(mine), { horse, rider }, now));
}

/** The timetable for other programs, as a file. */
function calendarRoutes(book: Book): Router {
  const router = Router();
  router.get('/lessons.ics', async (req, res) => {
    res.attachment('lessons.ics');
    await sendCalendar(book, res, whoseSchema.parse(req.query));
  });
  return router;
}

/** The same under secret addresses. */
function feedRoutes(book: Book): Router {
  const router = Router();
  router.get('/:id.ics', async (req, res) => {
    const timetable = await book.timetable.get(TIMETABLE_ID);
    const feed = timetable?.feeds.find((f) => f.token === req.params.id);
    // Nobody is told whether the address was ever right.
    if (!feed) throw notFound('calendar');
    const { riderId, instructor } = feed;
    await sendCalendar(book, res, riderId ? { riderId } : { instructor });
  });
  return router;
}

export const timetable = {
  for: 'team',
  routes: timetableRoutes,
  says: {
    '/': {
      get: { says: 'Arenas, ways between them, opening hours', answers: ref('Timetable') },
      put: {
        says: 'Saves it; 409 with both versions when it was saved elsewhere in the meantime',
        takes: ref('Timetable'),
        answers: ref('Timetable'),
      },
    },
  },
  schemas: { Timetable: timetableSchema },
} satisfies Resource;

export const busy = {
  for: 'team',
  routes: busyRoutes,
  says: {
    '/{id}': { delete: { says: 'Removes it for good', status: 204 } },
    '/': {
      get: { says: 'Calendars of people’s own, as busy hours', answers: listOf(anything) },
      post: {
        says: 'Reads an iCalendar file; one of the same name and person takes its place',
        query: { name: text, instructor: text, riderId: uuid, zone: text, today: day },
        takes: anything,
        answers: anything,
        status: 201,
      },
    },
  },
} satisfies Resource;

/** A calendar program asks without signing in: the address itself is the secret. */
export const feeds = {
  for: 'anyone',
  routes: feedRoutes,
  says: {
    '/{id}.ics': {
      get: { says: 'The same under a secret address', answers: text, as: ICS },
    },
  },
} satisfies Resource;

export const calendar = {
  for: 'team',
  routes: calendarRoutes,
  says: {
    '/lessons.ics': {
      get: {
        says: 'The timetable as iCalendar: of all, of an instructor or of a rider',
        query: { instructor: text, riderId: uuid },
        answers: text,
        as: ICS,
      },
    },
  },
} satisfies Resource;
