import { riderSchema, type Rider } from '@canter-book/core/book/records';
import { daySchema } from '@canter-book/core/fields';
import { z } from '@canter-book/core/schema';
import { byName } from '@canter-book/core/words';
import { and, count, eq, gte, isNotNull, isNull, sql } from 'drizzle-orm';
import type { Database } from '../db/connect.ts';
import { observations, riders, sessions } from '../db/schema.ts';
import { revisioned } from '../repositories/revisioned.ts';
import { got, type Document, type Rows } from './document.ts';
import { kindCount, stands } from './observation.ts';
import { inRows, orMissing } from './rows.ts';

const rows: Rows<Rider, typeof riders.$inferSelect> = {
  table: riders,
  schema: riderSchema,
  toRow: (r) => ({ ...r, retiredOn: r.retiredOn ?? null }),
  fromRow: ({ retiredOn, ...row }) => ({ ...row, ...orMissing('retiredOn', retiredOn) }),
};

interface RiderCorners {
  riderId: string;
  corners: number;
  bent: number;
}

function riderStore(db: Database) {
  return {
    ...revisioned(db, rows),
    list: async (): Promise<Rider[]> =>
      (await db.select().from(riders)).map(rows.fromRow).sort(byName),
    /** Corners counted for each rider since a day, and how many were ridden with bend. */
    async corners(since: string): Promise<RiderCorners[]> {
      return db
        .select({
          riderId: sql<string>`${sessions.riderId}`,
          corners: count().mapWith(Number),
          bent: kindCount(sql`${observations.good}`),
        })
        .from(observations)
        .innerJoin(sessions, eq(sessions.id, observations.sessionId))
        .where(
          and(
            eq(observations.kind, 'corner'),
            gte(sessions.date, since),
            isNotNull(sessions.riderId),
            isNull(sessions.removedAt),
            stands,
          ),
        )
        .groupBy(sessions.riderId);
    },
  };
}

const sinceSchema = z.strictObject({ since: daySchema });

export const rider: Document<Rider, ReturnType<typeof riderStore>> = {
  ...inRows(rows),
  store: riderStore,
  api: {
    for: 'ringside',
    name: 'Rider',
    what: 'rider',
    list: { says: 'Every rider', answer: (all) => all.list() },
    more: {
      '/corners': got(sinceSchema, {
        says: 'Corners counted for each rider since a day',
        answer: (all, { since }) => all.corners(since),
      }),
    },
  },
};
