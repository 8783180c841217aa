import { readFile } from 'node:fs/promises';
import { Router } from 'express';
import { z } from '@canter-book/core/schema';
import { daySchema } from '@canter-book/core/fields';
import type { Book } from '../repositories/book.ts';
import type { Resource } from './resource.ts';
import { anything, day } from './says.ts';
import type { Air, WeatherSource } from '../deps.ts';

/**
 * The air of a day, from a file that stands in for a weather service: a list of days. Whatever writes that file, the
 * book reads it anew each time.
 */

const airSchema = z.object({
  date: daySchema,
  celsius: z.number().check(z.gte(-60), z.lte(60)),
  humidity: z.number().check(z.gte(0), z.lte(100)),
});

/** Null where the file has nothing of that day, or there is no such file. */
export async function airOn(file: string, date: string): Promise<Air | null> {
  const text = await readFile(file, 'utf8').catch(() => '[]');
  try {
    const days = z.array(z.unknown()).parse(JSON.parse(text));
    const read = days.flatMap((day) => airSchema.safeParse(day).data ?? []);
    return read.find((air) => air.date === date) ?? null;
  } catch {
    return null;
  }
}

const querySchema = z.strictObject({ date: daySchema });

interface WeatherDeps {
  readonly weather?: WeatherSource;
}

function weatherRoutes(_: Book, { weather }: WeatherDeps = {}): Router {
  const router = Router();
  router.get('/', async (req, res) => {
    const { date } = querySchema.parse(req.query);
    res.json((await weather?.(date)) ?? null);
  });
  return router;
}

export const weather = {
  for: 'ringside',
  routes: weatherRoutes,
  says: {
    '/': {
      get: {
        says: 'Temperature and humidity of a day, from the file beside the book; null where it has none',
        query: { date: day },
        answers: anything,
      },
    },
  },
} satisfies Resource;
