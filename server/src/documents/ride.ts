import { markedRideSchema, type MarkedRide } from '@canter-book/core/sheet/markedRide';
import { packed } from '@canter-book/core/progress/readings';
import { evidenceOfRide } from '@canter-book/core/sheet/rideEvidence';
import { idSchema } from '@canter-book/core/fields';
import { z } from '@canter-book/core/schema';
import { and, desc, eq, inArray } from 'drizzle-orm';
import type { Database, Transaction } from '../db/connect.ts';
import { markedRides } from '../db/schema.ts';
import { forgetSnapshots } from '../repositories/held.ts';
import { revisioned } from '../repositories/revisioned.ts';
import { LARGE, listOf, ref } from '../routes/says.ts';
import { got, type Document, type Rows } from './document.ts';
import { addRows } from './rows.ts';

const rows: Rows<MarkedRide, typeof markedRides.$inferSelect> = {
  table: markedRides,
  schema: markedRideSchema,
  toRow: (r) => ({ ...r, evidence: packed(evidenceOfRide(r)) }),
  fromRow: ({ evidence: _, ...row }) => row,
};

interface RideFilter {
  horseId?: string | undefined;
  lessonId?: string | undefined;
}

/** More than anybody looks through at once. */
const MOST_RIDES = 500;

/** Where their horses stood no longer holds. */
async function takeOut(tx: Transaction, ids: readonly string[]): Promise<void> {
  const gone = await tx
    .delete(markedRides)
    .where(inArray(markedRides.id, [...ids]))
    .returning({ horseId: markedRides.horseId });
  await forgetSnapshots(tx, [...new Set(gone.map((row) => row.horseId))]);
}

function rideStore(db: Database) {
  return {
    ...revisioned(db, {
      ...rows,
      saved: (tx, now, before) =>
        forgetSnapshots(tx, [now.horseId, ...(before ? [before.horseId] : [])]),
    }),
    remove: (id: string): Promise<void> => db.transaction((tx) => takeOut(tx, [id])),
    async list({ horseId, lessonId }: RideFilter): Promise<MarkedRide[]> {
      const found = await db
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
      return found.map(rows.fromRow);
    },
  };
}

const filterSchema = z.object({ horseId: z.optional(idSchema), lessonId: z.optional(idSchema) });

/** Test sheets as they were ridden and marked: they count for the horse. */
export const ride: Document<MarkedRide, ReturnType<typeof rideStore>> = {
  ...rows,
  store: rideStore,
  async add(tx, documents) {
    const added = await addRows(rows)(tx, documents);
    const news = documents.filter((d) => added.includes(d.id));
    await forgetSnapshots(tx, [...new Set(news.map((marked) => marked.horseId))]);
    return added;
  },
  takeOut,
  api: {
    for: 'team',
    upTo: LARGE,
    name: 'MarkedRide',
    what: 'marked ride',
    isRemovable: true,
    list: got(filterSchema, {
      says: 'Marked rides, the newest first',
      answers: listOf(ref('MarkedRide')),
      answer: (all, filter) => all.list(filter),
    }),
  },
};
