import { markedRideSchema, type MarkedRide } from '@canter-book/core/sheet/markedRide';
import { packed } from '@canter-book/core/progress/readings';
import { evidenceOfRide } from '@canter-book/core/sheet/rideEvidence';
import { and, desc, eq } from 'drizzle-orm';
import type { Database } from '../../db/connect.ts';
import { markedRides } from '../../db/schema.ts';
import { forgetSnapshots } from '../held.ts';
import type { Kind } from '../kind.ts';
import { revisioned } from '../revisioned.ts';

export const ride: Kind<MarkedRide, typeof markedRides.$inferSelect> = {
  table: markedRides,
  schema: markedRideSchema,
  toRow: (r) => ({ ...r, evidence: packed(evidenceOfRide(r)) }),
  fromRow: ({ evidence: _, ...row }) => row,
};

export interface RideFilter {
  horseId?: string | undefined;
  lessonId?: string | undefined;
}

/** More than anybody looks through at once. */
const MOST_RIDES = 500;

/** Rides of a test that were marked: they count for the horse. */
export function rideStore(db: Database) {
  return {
    ...revisioned(db, {
      ...ride,
      saved: (tx, now, before) =>
        forgetSnapshots(tx, [now.horseId, ...(before ? [before.horseId] : [])]),
    }),
    remove: (id: string): Promise<void> =>
      db.transaction(async (tx) => {
        const gone = await tx
          .delete(markedRides)
          .where(eq(markedRides.id, id))
          .returning({ horseId: markedRides.horseId });
        await forgetSnapshots(
          tx,
          gone.map((row) => row.horseId),
        );
      }),
    async list({ horseId, lessonId }: RideFilter): Promise<MarkedRide[]> {
      const rows = await db
        .select()
        .from(markedRides)
        .where(
          and(
            horseId ? eq(markedRides.horseId, horseId) : undefined,
            lessonId ? eq(markedRides.lessonId, lessonId) : undefined,
          ),
        )
        .orderBy(desc(markedRides.date), desc(markedRides.id))
        .limit(MOST_RIDES);
      return rows.map(ride.fromRow);
    },
  };
}
