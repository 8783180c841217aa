import { riderSchema, type Rider } from '@canter-book/core/book/records';
import { byName } from '@canter-book/core/words';
import { and, count, eq, gte, isNotNull, isNull, sql } from 'drizzle-orm';
import type { Database } from '../../db/connect.ts';
import { observations, riders, sessions } from '../../db/schema.ts';
import { orMissing, type Kind } from '../kind.ts';
import { stands, kindCount } from '../observations.ts';
import { revisioned } from '../revisioned.ts';

export const rider: Kind<Rider, typeof riders.$inferSelect> = {
  table: riders,
  schema: riderSchema,
  toRow: (r) => ({ ...r, retiredOn: r.retiredOn ?? null }),
  fromRow: ({ retiredOn, ...row }) => ({ ...row, ...orMissing('retiredOn', retiredOn) }),
};

export interface RiderCorners {
  riderId: string;
  corners: number;
  bent: number;
}

export function riderStore(db: Database) {
  return {
    ...revisioned(db, rider),
    list: async (): Promise<Rider[]> =>
      (await db.select().from(riders)).map(rider.fromRow).sort(byName),
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
