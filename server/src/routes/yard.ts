import { Router } from 'express';
import { z } from 'zod';
import { firstUnconfirmed, standingsOf } from '@canter-book/core/progress/standing';
import { datedMarks, dayOf } from '@canter-book/core/progress/days';
import type { Book } from '../repositories/book.ts';

const querySchema = z.strictObject({ date: z.iso.date() });

/** The whole yard on a day: for each horse when it last worked, its homework, and what waits. */
export function yardRoutes(book: Book): Router {
  const router = Router();
  router.get('/', async (req, res) => {
    const { date } = querySchema.parse(req.query);
    const [horses, sessions, marks] = [
      await book.horses.list(),
      await book.sessions.list({ limit: 1000 }),
      await book.observations.marks({ until: date }),
    ];
    res.json(
      horses.map((horse) => {
        const last = sessions.find((s) => s.horseId === horse.id && s.date <= date);
        const own = datedMarks(marks.filter((m) => m.horseId === horse.id));
        return {
          horseId: horse.id,
          lastDate: last?.date ?? null,
          lastMinutes: last?.minutes ?? null,
          homework: last?.homework ?? '',
          next: firstUnconfirmed(standingsOf(own, dayOf(date))),
        };
      }),
    );
  });
  return router;
}
