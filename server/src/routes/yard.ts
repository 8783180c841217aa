import { Router } from 'express';
import { z } from '@canter-book/core/schema';
import { shelfWith } from '@canter-book/core/exercises/shelf';
import { daySchema, idSchema } from '@canter-book/core/fields';
import { firstUnconfirmed } from '@canter-book/core/progress/standing';
import { dayOf } from '@canter-book/core/progress/days';
import { standingsFrom, type Snapshot } from '@canter-book/core/progress/snapshot';
import { levelsFrom } from '@canter-book/core/planner/request';
import type { ProgrammeRecord } from '@canter-book/core/programme/record';
import { programmeOn, type ProgrammeDay } from '@canter-book/core/programme/today';
import { Problem } from '../problem.ts';
import type { Book } from '../repositories/book.ts';
import { listSchema, type Resource } from './resource.ts';
import { anything, day, listOf, text } from './says.ts';

/** As many horses as a screen shows; a school has more than anybody looks at. */
const MOST_ASKED = 100;
/** More than in any yard: all of them at once would keep everybody waiting. */
const MOST_WHOLE = 200;

const TOO_MANY = new Problem(
  422,
  'Too many horses at once',
  `Ask for some of them (horses=…, ${MOST_ASKED} at most), or when each worked last (/api/yard/last).`,
);

const querySchema = z.strictObject({
  date: daySchema,
  /** Only these. */
  horses: z.optional(z.pipe(listSchema, z.array(idSchema).check(z.maxLength(MOST_ASKED)))),
});
const lastSchema = z.strictObject({ date: daySchema });

/** The whole yard on a day: for each horse when it last worked, where it stands, and what waits. */
function yardRoutes(book: Book): Router {
  const router = Router();
  router.get('/', async (req, res) => {
    const { date, horses } = querySchema.parse(req.query);
    const horseIds = await book.horses.ids(horses);
    if (!horses && horseIds.length > MOST_WHOLE) throw TOO_MANY;
    const among = horses && horseIds;
    const [sessions, snapshots, planned] = await Promise.all([
      book.sessions.lastOfEach(date, among),
      book.evidence.snapshots(horseIds),
      book.programmes.list({ horseIds: among }),
    ]);
    const lastOf = new Map(sessions.map((s) => [s.horseId, s]));
    const answers = await book.observations.homework(
      sessions.flatMap((s) => (s.homework ? [s.sessionId] : [])),
    );
    const programmes = await programmesOn(book, date, snapshots, planned);
    res.json(
      horseIds.map((horseId) => {
        const last = lastOf.get(horseId);
        const snapshot = snapshots.get(horseId) ?? {};
        const standings = standingsFrom(snapshot, dayOf(date));
        return {
          horseId,
          lastDate: last?.date ?? null,
          lastMinutes: last?.minutes ?? null,
          homework: last?.homework ?? '',
          answer: (last && answers.get(last.sessionId)) ?? null,
          next: firstUnconfirmed(standings),
          standings,
          programme: programmes.get(horseId) ?? null,
          verdicts: Object.fromEntries(
            Object.entries(snapshot).map(([key, series]) => [key, series.verdict]),
          ),
        };
      }),
    );
  });
  // When each horse worked last: of all of them, however many there are.
  router.get('/last', async (req, res) => {
    const { date } = lastSchema.parse(req.query);
    const sessions = await book.sessions.lastOfEach(date);
    res.json(
      sessions.map(({ horseId, date: lastDate, minutes }) => ({
        horseId,
        lastDate,
        lastMinutes: minutes,
      })),
    );
  });
  return router;
}

/** The day's work in each horse's training plan, and how far its next step is. */
async function programmesOn(
  book: Book,
  date: string,
  snapshots: ReadonlyMap<string, Snapshot>,
  programmes: readonly ProgrammeRecord[],
): Promise<Map<string, ProgrammeDay>> {
  const found = new Map<string, ProgrammeDay>();
  if (programmes.length === 0) return found;
  const shelf = shelfWith((await book.exercises.list()).map((own) => own.exercise));
  for (const programme of programmes) {
    const { horseId } = programme;
    if (found.has(horseId)) continue;
    const levels = levelsFrom(standingsFrom(snapshots.get(horseId) ?? {}, dayOf(date)));
    const done = await book.sessions.done(horseId);
    const on = programmeOn(programme, date, { levels, done }, shelf);
    if (on) found.set(horseId, on);
  }
  return found;
}

export const yard = {
  for: 'ringside',
  routes: yardRoutes,
  says: {
    '/': {
      get: {
        says: 'Where each horse stands on a day, or where some do: a hundred at most',
        query: { date: day, horses: text },
        answers: listOf(anything),
      },
    },
    '/last': {
      get: { says: 'When each horse worked last', query: { date: day }, answers: listOf(anything) },
    },
  },
} satisfies Resource;
