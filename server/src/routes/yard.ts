import { Router } from 'express';
import { z } from 'zod';
import { daySchema } from '@canter-book/core/fields';
import { firstUnconfirmed } from '@canter-book/core/progress/standing';
import { dayOf } from '@canter-book/core/progress/days';
import { standingsFrom } from '@canter-book/core/progress/snapshot';
import type { Book } from '../repositories/book.ts';

const querySchema = z.strictObject({ date: daySchema });

/** The whole yard on a day: for each horse when it last worked, where it stands, and what waits. */
export function yardRoutes(book: Book): Router {
  const router = Router();
  router.get('/', async (req, res) => {
    const { date } = querySchema.parse(req.query);
    const horseIds = await book.horses.ids();
    const sessions = await book.sessions.lastOfEach(date);
    const lastOf = new Map(sessions.map((s) => [s.horseId, s]));
    const snapshots = await book.evidence.snapshots(horseIds);
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
          next: firstUnconfirmed(standings),
          standings,
          verdicts: Object.fromEntries(
            Object.entries(snapshot).map(([key, series]) => [key, series.verdict]),
          ),
        };
      }),
    );
  });
  return router;
}
