import { Router, type Response } from 'express';
import { z } from '@canter-book/core/schema';
import { occurrencesIn } from '@canter-book/core/calendar/occurrences';
import { daySchema, idSchema } from '@canter-book/core/fields';
import { homeworkSchema } from '@canter-book/core/observations/kinds/homework';
import type { Horse, Rider } from '@canter-book/core/book/records';
import { daysLater, dayOf, mondayOf } from '@canter-book/core/progress/days';
import { standingsFrom } from '@canter-book/core/progress/snapshot';
import type { Book } from '../repositories/book.ts';
import { notFound } from '../problem.ts';
import { whoIn } from './access.ts';
import type { Resource } from './resource.ts';
import { anything, day } from './says.ts';

/**
 * What a rider's phone shows: the rider's own horses, their homework, weeks and progress. Nothing of other riders, and no
 * notes: those are the instructor's.
 */

const querySchema = z.strictObject({ date: daySchema });
const answerSchema = z.strictObject({
  id: idSchema,
  sessionId: idSchema,
  did: homeworkSchema.shape.did,
  felt: homeworkSchema.shape.felt,
});

const DAYS_AHEAD = 13;

/** @throws Problem 404 when the rider has left the book */
async function riderIn(book: Book, res: Response): Promise<Rider> {
  const { device } = whoIn(res);
  const rider = device?.riderId ? await book.riders.get(device.riderId) : null;
  if (!rider) throw notFound('rider');
  return rider;
}

const horsesOf = async (book: Book, { id }: Rider): Promise<Horse[]> =>
  (await book.horses.list()).filter((h) => h.riderIds.includes(id) && !h.retiredOn);

async function pageOf(book: Book, rider: Rider, date: string) {
  const horses = await horsesOf(book, rider);
  const to = daysLater(date, DAYS_AHEAD);
  const appointments = await book.appointments.list({ from: date, to });
  const names = new Map(horses.map((h) => [h.id, h.name]));
  const lessons = occurrencesIn(
    appointments.filter((a) => a.riderId === rider.id),
    date,
    to,
  );
  return {
    name: rider.name,
    lessons: lessons
      .filter((o) => o.cancelled === null)
      .map((o) => ({
        date: o.date,
        start: o.start,
        minutes: o.minutes,
        arena: o.arena,
        horse: names.get(o.appointment.horseId ?? '') ?? o.appointment.title,
      })),
    horses: await horsesShown(book, horses, date, to),
  };
}

/** Each horse with its homework, its days up to one, and its progress. */
async function horsesShown(book: Book, horses: readonly Horse[], date: string, to: string) {
  const ids = horses.map((h) => h.id);
  const last = new Map((await book.sessions.lastOfEach(date)).map((s) => [s.horseId, s]));
  const snapshots = await book.evidence.snapshots(ids);
  const answers = await book.observations.homework(
    ids.flatMap((id) => last.get(id)?.sessionId ?? []),
  );
  const shown = async ({ id, name }: Horse) => {
    const session = last.get(id);
    const [programme] = await book.programmes.list({ horseId: id });
    const weeks = (programme?.plan.weeks ?? []).filter(
      (w) => w.monday >= mondayOf(date) && w.monday <= to,
    );
    return {
      id,
      name,
      homework: session?.homework
        ? {
            sessionId: session.sessionId,
            date: session.date,
            said: session.homework,
            answer: answers.get(session.sessionId) ?? null,
          }
        : null,
      lesson: session ? ((await book.sessions.get(session.sessionId))?.document ?? null) : null,
      theme: weeks[0]?.theme ?? null,
      days: weeks.flatMap((w) => w.days).filter((d) => d.date >= date && d.date <= to),
      standings: standingsFrom(snapshots.get(id) ?? {}, dayOf(date)),
    };
  };
  return Promise.all(horses.map(shown));
}

function mineRoutes(book: Book): Router {
  const router = Router();
  router.get('/', async (req, res) => {
    const { date } = querySchema.parse(req.query);
    const rider = await riderIn(book, res);
    res.json(await pageOf(book, rider, date));
  });
  router.post('/answers', async (req, res) => {
    const { id, sessionId, did, felt } = answerSchema.parse(req.body);
    const rider = await riderIn(book, res);
    const session = await book.sessions.get(sessionId);
    const own = (await horsesOf(book, rider)).some((h) => h.id === session?.horseId);
    // Nobody is told of sessions of other horses.
    if (!own) throw notFound('session');
    const at = new Date().toISOString();
    const { stored } = await book.observations.append([
      { id, sessionId, at, kind: 'homework', did, ...(felt && { felt }), by: rider.name },
    ]);
    res.status(201).json({ stored });
  });
  return router;
}

export const mine = {
  for: 'rider',
  routes: mineRoutes,
  says: {
    '/': {
      get: { says: 'What a rider’s phone shows', query: { date: day }, answers: anything },
    },
    '/answers': {
      post: {
        says: 'What became of the homework, in the rider’s words',
        status: 201,
        takes: anything,
        answers: anything,
      },
    },
  },
} satisfies Resource;
